package io.safestep.app.problem;

import java.sql.SQLException;
import java.util.Optional;

/** What the database can't do, in a sentence that helps. */
public final class DatabaseProblem {

    private DatabaseProblem() {}

    /** Empty when the failure has another reason than the state of the database. */
    public static Optional<ProblemException> of(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException sql && sql.getSQLState() != null) {
                // Class 53 of the codes of PostgreSQL: insufficient resources; class 08: connection.
                if (sql.getSQLState().equals("53100")) {
                    return Optional.of(ProblemException.noRoom("The database has no room left. Nothing was stored, and"
                            + " what was stored before is as it was. Make room on its disk, then try again."));
                }
                if (sql.getSQLState().startsWith("53") || sql.getSQLState().startsWith("08")) {
                    return Optional.of(ProblemException.noRoom("The database does not answer as it should. Nothing was"
                            + " stored. ./safestep status tells whether it runs; try again when it does."));
                }
            }
        }
        return Optional.empty();
    }
}
