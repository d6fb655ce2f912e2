package io.safestep.app.people;

import java.util.List;

/** The log-ins that the log-in page offers. Empty outside demo mode. */
public interface DemoLogins {

    /**
     * @param login log-in name
     * @param name the person's name
     * @param role what the person is
     * @param password the password, which is no secret in demo mode
     */
    record Entry(String login, String name, String role, String password) {}

    List<Entry> entries();
}
