package io.safestep.app.problem;

import java.sql.SQLException;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.transaction.TransactionSystemException;

/** What the database can't do, in a sentence that helps. */
public final class DatabaseProblem {

    private static final String GONE = "Connection is closed";
    private static final Pattern IN_TROUBLE = Pattern.compile("53|08|57P");

    private DatabaseProblem() {}

    /** Empty when the failure has another reason than the state of the database. */
    public static Optional<ProblemException> of(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            // What failed first matters, not that it could not be rolled back either.
            if (cause instanceof TransactionSystemException rollback && rollback.getApplicationException() != null) {
                return of(rollback.getApplicationException());
            }
            // The pool has no code for a connection that it knows to be gone.
            if (cause instanceof SQLException sql && sql.getSQLState() == null && GONE.equals(sql.getMessage())) {
                return Optional.of(lost());
            }
            if (cause instanceof SQLException sql && sql.getSQLState() != null) {
                // Classes of the codes of PostgreSQL: 53 insufficient resources, 08 connection, 57P ended by an
                // operator.
                if (sql.getSQLState().equals("53100")) {
                    return Optional.of(ProblemException.noRoom("The database has no room left. Nothing was stored, and"
                            + " what was stored before is as it was. Make room on its disk, then try again."));
                }
                if (IN_TROUBLE.matcher(sql.getSQLState()).lookingAt()) {
                    return Optional.of(lost());
                }
            }
        }
        return Optional.empty();
    }

    private static ProblemException lost() {
        return ProblemException.noRoom("The database does not answer as it should. Nothing was"
                + " stored. ./safestep status tells whether it runs; try again when it does.");
    }
}
