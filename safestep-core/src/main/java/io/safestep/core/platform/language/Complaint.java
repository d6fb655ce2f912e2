package io.safestep.core.platform.language;

/**
 * What is wrong with a line, for the person who wrote it.
 *
 * @param severity an error has to be mended, a warning may be meant
 * @param sentence what is wrong
 */
public record Complaint(Severity severity, String sentence) {

    public enum Severity {
        ERROR,
        WARNING
    }

    static Complaint error(String sentence) {
        return new Complaint(Severity.ERROR, sentence);
    }

    static Complaint warning(String sentence) {
        return new Complaint(Severity.WARNING, sentence);
    }
}
