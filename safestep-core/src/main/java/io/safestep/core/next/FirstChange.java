package io.safestep.core.next;

import io.safestep.core.people.Right;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** What is still missing before the first change can run, in the order in which it is best done. */
public final class FirstChange {

    private FirstChange() {}

    /** What has to be there. */
    public enum Need {
        NETWORK("Name and time zone of the network", "/settings/network"),
        MAIL("Mail", "/settings/mail"),
        CREDENTIAL("A credential for devices", "/credentials/new"),
        DEVICES("Devices", "/bring-in"),
        BACKUP("A managed device with a backup", "/devices"),
        PEOPLE("Somebody who writes and somebody else who decides", "/settings/people/new"),
        WINDOW("A window", "/calendar");

        private final String title;
        private final String path;

        Need(String title, String path) {
            this.title = title;
            this.path = path;
        }

        public String title() {
            return title;
        }

        /** The page on which it is done. */
        public String path() {
            return path;
        }
    }

    /**
     * What there is.
     *
     * @param named whether somebody has said what the network is called
     * @param mails whether notices are mailed
     * @param credential whether there is any
     * @param device whether any is known
     * @param managed whether any may be written to
     * @param backedUp whether one of those has a baseline
     * @param window whether there is any in which changes may run
     * @param people what each person may do who can log in
     */
    public record Facts(
            boolean named,
            boolean mails,
            boolean credential,
            boolean device,
            boolean managed,
            boolean backedUp,
            boolean window,
            List<Set<Right>> people) {

        public Facts {
            people = List.copyOf(people);
        }
    }

    /**
     * One thing and how far it is.
     *
     * @param standing done, not yet, blocked by something before it, or none when it can wait
     * @param sentence what to do, or what there is
     */
    public record Item(Need need, Standing standing, String sentence) {}

    public static List<Item> of(Facts facts) {
        List<Item> items = new ArrayList<>();
        items.add(
                facts.named()
                        ? done(Need.NETWORK, "Said.")
                        : missing(
                                Need.NETWORK,
                                "Say what it is called, and in which time zone people read times: windows are written in it."));
        items.add(
                facts.mails()
                        ? done(Need.MAIL, "Notices and invitations are mailed.")
                        : new Item(
                                Need.MAIL,
                                Standing.NONE,
                                "It can wait: until then, notices stand in the inbox, and links are handed on by whoever invites."));
        items.add(
                facts.credential()
                        ? done(Need.CREDENTIAL, "There is one.")
                        : missing(Need.CREDENTIAL, "Enter an account with which Safe Step logs in to devices."));
        items.add(devices(facts));
        items.add(backup(facts));
        items.add(people(facts.people()));
        items.add(
                facts.window()
                        ? done(Need.WINDOW, "There is one.")
                        : missing(Need.WINDOW, "A change manager adds one: changes run in windows alone."));
        return List.copyOf(items);
    }

    private static Item devices(Facts facts) {
        if (facts.device()) {
            return done(Need.DEVICES, "There are some.");
        }
        return facts.credential()
                ? missing(Need.DEVICES, "Search the network for them, or import a sheet.")
                : new Item(
                        Need.DEVICES,
                        Standing.BLOCKED,
                        "Enter a credential first: without one, none lets Safe Step in.");
    }

    private static Item backup(Facts facts) {
        if (facts.backedUp()) {
            return done(Need.BACKUP, "There is one.");
        }
        if (!facts.device()) {
            return new Item(Need.BACKUP, Standing.BLOCKED, "Bring devices in first.");
        }
        return facts.managed()
                ? missing(Need.BACKUP, "Back one up: its baseline is what changes are built on.")
                : missing(Need.BACKUP, "All are observed: say of one that Safe Step may write to it, and back it up.");
    }

    /** Two: who writes a change never approves it alone. */
    private static Item people(List<Set<Right>> people) {
        long writers = with(people, Right.WRITE_CHANGES);
        long deciders = with(people, Right.DECIDE_CHANGES);
        long both = people.stream()
                .filter(p -> p.containsAll(Set.of(Right.WRITE_CHANGES, Right.DECIDE_CHANGES)))
                .count();
        if (writers > 0 && deciders > 0 && writers + deciders - both > 1) {
            return done(Need.PEOPLE, "They are here.");
        }
        if (writers == 0) {
            return missing(
                    Need.PEOPLE,
                    deciders == 0
                            ? "Add an engineer or a change manager, and an approver. They count once they have come in."
                            : "Add an engineer or a change manager. They count once they have come in.");
        }
        return missing(
                Need.PEOPLE,
                deciders == 0
                        ? "Add an approver. They count once they have come in."
                        : "One person can do both, and never approves their own changes: add another one.");
    }

    private static long with(List<Set<Right>> people, Right right) {
        return people.stream().filter(p -> p.contains(right)).count();
    }

    /** Whether a change can run; what can wait does not count. */
    public static boolean isReady(List<Item> items) {
        return items.stream().allMatch(i -> i.standing() == Standing.DONE || i.standing() == Standing.NONE);
    }

    private static Item done(Need need, String sentence) {
        return new Item(need, Standing.DONE, sentence);
    }

    private static Item missing(Need need, String sentence) {
        return new Item(need, Standing.NOT_YET, sentence);
    }
}
