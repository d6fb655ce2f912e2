package io.safestep.core.people;

/** Whether somebody can log in. */
public enum PersonStanding {
    HERE("can log in"),
    /** They have not chosen a password yet. */
    INVITED("has not come in yet"),
    /** A program, which comes in with tokens alone. */
    SERVICE("a program, with tokens"),
    RETIRED("retired");

    private final String word;

    PersonStanding(String word) {
        this.word = word;
    }

    /** As it is said behind a name. */
    public String word() {
        return word;
    }
}
