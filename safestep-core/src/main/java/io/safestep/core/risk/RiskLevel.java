package io.safestep.core.risk;

/** How much attention a change asks for. */
public enum RiskLevel {
    LOW("low"),
    RAISED("raised"),
    HIGH("high");

    private final String word;

    RiskLevel(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
