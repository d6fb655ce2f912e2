package io.safestep.core.config.tree;

import io.safestep.core.platform.language.Complaint;

/**
 * What is wrong with one line that an engineer wrote.
 *
 * @param line which line, counted from 1
 * @param severity an error has to be mended, a warning may be meant
 * @param reason a sentence
 */
public record LineComplaint(int line, Complaint.Severity severity, String reason) {

    public static LineComplaint error(int line, String reason) {
        return new LineComplaint(line, Complaint.Severity.ERROR, reason);
    }

    public static LineComplaint warning(int line, String reason) {
        return new LineComplaint(line, Complaint.Severity.WARNING, reason);
    }

    public boolean isError() {
        return severity == Complaint.Severity.ERROR;
    }
}
