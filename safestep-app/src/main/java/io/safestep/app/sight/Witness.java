package io.safestep.app.sight;

/** Is told what somebody has looked at. */
public interface Witness {

    /**
     * @param login of who looked
     * @param guard of the kind of thing
     * @param id as it stood in the request, which was answered
     */
    void looked(String login, SubjectGuard guard, String id);
}
