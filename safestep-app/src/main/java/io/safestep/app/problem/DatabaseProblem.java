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
        return cause(failure).flatMap(DatabaseProblem::trouble);
    }

    /** Why it did not take what was to be stored. Empty when the failure has another reason. */
    static Optional<ProblemException> refusal(Throwable failure) {
        return cause(failure).map(SQLException::getSQLState).flatMap(DatabaseProblem::refusal);
    }

    /** What the database said. */
    private static Optional<SQLException> cause(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            // What failed first matters, not that it could not be rolled back either.
            if (cause instanceof TransactionSystemException rollback && rollback.getApplicationException() != null) {
                return cause(rollback.getApplicationException());
            }
            // One without a code tells nothing; what caused it may.
            if (cause instanceof SQLException sql && (sql.getSQLState() != null || GONE.equals(sql.getMessage()))) {
                return Optional.of(sql);
            }
        }
        return Optional.empty();
    }

    /** The codes are those of PostgreSQL; the first two characters are the class. */
    private static Optional<ProblemException> trouble(SQLException sql) {
        // The pool has no code for a connection that it knows to be gone.
        if (sql.getSQLState() == null) {
            return Optional.of(lost());
        }
        if (sql.getSQLState().equals("53100")) {
            return Optional.of(ProblemException.noRoom("The database has no room left. Nothing was stored, and"
                    + " what was stored before is as it was. Make room on its disk, then try again."));
        }
        // Classes 53 insufficient resources, 08 connection, 57P ended by an operator.
        return IN_TROUBLE.matcher(sql.getSQLState()).lookingAt() ? Optional.of(lost()) : Optional.empty();
    }

    private static Optional<ProblemException> refusal(String state) {
        if (state == null) {
            return Optional.empty();
        }
        return switch (state) {
            case "22021", "22P05" ->
                Optional.of(ProblemException.unstorable(
                        "There is a character in it that can't be stored (U+0000). Take it out, then try again."));
            case "22001" ->
                Optional.of(ProblemException.unstorable(
                        "A text in it is longer than what can be stored. Make it shorter, then try again."));
            case "22003", "22008" ->
                Optional.of(ProblemException.unstorable(
                        "A number or a time in it is beyond what can be stored. Correct it, then try again."));
            // Two people stored the same at the same moment; the database took the first.
            default ->
                state.startsWith("23")
                        ? Optional.of(
                                ProblemException.moved("Somebody else has stored the same, or removed what this needs,"
                                        + " at the same moment. Load the page again and look before you repeat."))
                        : Optional.empty();
        };
    }

    private static ProblemException lost() {
        return ProblemException.noRoom("The database does not answer as it should. Nothing was"
                + " stored. ./safestep status tells whether it runs; try again when it does.");
    }
}
