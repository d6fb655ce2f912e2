package io.safestep.core.check;

/**
 * Something to look at before and after a change.
 *
 * @param read the name of the profile's read command
 * @param argument what the command is about, for example an address to ping; null when it takes none
 * @param expectation what must be true afterwards
 * @param value the value that the expectation is about; null when it takes none
 * @param settleSeconds for how long the check is tried again before it counts as failed
 */
public record CheckDefinition(String read, String argument, Expectation expectation, String value, int settleSeconds) {

    /** Every part in one line, for the seal. */
    public String sealed() {
        return String.join(
                "\u001f",
                read,
                String.valueOf(argument),
                expectation.name(),
                String.valueOf(value),
                Integer.toString(settleSeconds));
    }
}
