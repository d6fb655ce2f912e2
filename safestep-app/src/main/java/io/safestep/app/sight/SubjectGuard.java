package io.safestep.app.sight;

import io.safestep.app.problem.ProblemException;
import java.util.Optional;

/** Decides for one kind of subject; the slice that holds it has a bean of this kind. */
public interface SubjectGuard {

    Subject subject();

    /**
     * An id in a request. Only digits: what could be read as a number in another way here than by the endpoint does not
     * exist.
     *
     * @param what such as {@code This round}, for the sentence that says so
     * @throws ProblemException when it is none
     */
    static long id(String written, String what) {
        if (!written.matches("\\d{1,18}")) {
            throw ProblemException.notFound(what);
        }
        return Long.parseLong(written);
    }

    /**
     * Asked only for those who do not see everything.
     *
     * @param id as it stands in the request
     * @throws ProblemException the same as when it does not exist
     */
    void mustRead(Sight sight, String id);

    /**
     * Asked only for those who may not act on everything.
     *
     * @param id as it stands in the request
     * @throws ProblemException when it is not seen, or is about a device on which they may not act
     */
    void mustAct(Sight sight, String id);

    /**
     * What somebody has looked at, as the record calls it.
     *
     * @param subject a change such as {@code CR-1001}, a device, or something else
     * @param part what of it, such as {@code backup 12}; empty for the thing itself
     */
    record Looked(String subject, String part) {}

    /**
     * @param id as it stood in a request that was answered
     * @return nothing where a look at it is no look at a thing of its own
     * @throws ProblemException when it does not exist any more
     */
    Optional<Looked> looked(String id);
}
