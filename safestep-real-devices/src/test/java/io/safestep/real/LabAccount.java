package io.safestep.real;

/** An account of this machine by which Safe Step gets into the devices, for as long as the tests run. */
final class LabAccount {

    static final String LOGIN = "safestep-lab";
    static final String PASSWORD = "harbour-light-1";

    private LabAccount() {}

    static void make() {
        LabCommands.tryTo("userdel", LOGIN);
        LabCommands.run("useradd", "--no-create-home", "--shell", "/bin/sh", "--groups", "frr,frrvty", LOGIN);
        LabCommands.feed(LOGIN + ":" + PASSWORD + "\n", "chpasswd");
    }

    static void remove() {
        LabCommands.tryTo("userdel", LOGIN);
    }
}
