package io.safestep.app.people.accounts;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.people.stored.Wish;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sheet.SheetReader;
import io.safestep.app.sheet.SheetReader.Line;
import io.safestep.core.digest.Sha256;
import io.safestep.core.people.DeviceSet;
import io.safestep.core.people.PeopleGate;
import io.safestep.core.people.PeopleGate.Account;
import io.safestep.core.people.PeopleGate.Answer;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.PeopleGate.WayIn;
import io.safestep.core.people.Role;
import io.safestep.core.people.Scope;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * People from a file: looked at first, then added whole or not at all. Nobody who is there is changed, so that a file can be
 * imported twice.
 */
@Service
@Transactional
class PeopleImport {

    private static final List<String> HEADINGS = List.of("log-in", "name", "mail", "roles", "sees", "acts");
    private static final int LONGEST_NAME = 100;

    private final PersonRepository people;
    private final KnownPlaces places;
    private final AuditLog audit;

    PeopleImport(PersonRepository people, KnownPlaces places, AuditLog audit) {
        this.people = people;
        this.places = places;
        this.audit = audit;
    }

    /** What would become of a row. */
    enum Verdict {
        ADDED,
        /** Another administrator has to agree. */
        WAITS,
        /** There is somebody of this log-in, and they stay as they are. */
        KNOWN,
        BAD
    }

    /**
     * @param line of the file, counted from 1
     * @param words what is wrong, or what comes of it
     */
    record Row(int line, String login, String name, Verdict verdict, String words) {}

    /**
     * @param plan to be given back with the import
     * @param done whether it was imported
     */
    record Plan(String plan, boolean done, List<Row> rows) {}

    /** Somebody as the file describes them. */
    private record Described(
            String login, String name, @Nullable String email, Power power) {}

    private record Read(Row row, @Nullable Described described) {}

    @Transactional(readOnly = true)
    Plan dryRun(byte[] file, String by) {
        return plan(read(file, by), false);
    }

    private static Plan plan(List<Read> read, boolean done) {
        List<Row> rows = read.stream().map(Read::row).toList();
        return new Plan(Sha256.hex(rows.toString()), done, rows);
    }

    /** @param expected the plan of the dry run */
    Plan run(byte[] file, String expected, String by) {
        List<Read> read = read(file, by);
        Plan plan = plan(read, true);
        long bad = plan.rows().stream().filter(r -> r.verdict() == Verdict.BAD).count();
        if (bad > 0) {
            throw ProblemException.refused(
                    "Nobody was added: " + bad + (bad == 1 ? " row is" : " rows are") + " bad. Put them right first.");
        }
        if (!plan.plan().equals(expected)) {
            throw ProblemException.moved("People have changed since you looked: the import would do something else now."
                    + " Look at it again, then import.");
        }
        List<AuditLog.Line> record = new ArrayList<>();
        for (Read one : read) {
            Described d = one.described();
            if (d != null && one.row().verdict() != Verdict.KNOWN) {
                Person person = new Person(d.login(), d.name(), List.of());
                person.mailTo(d.email());
                if (one.row().verdict() == Verdict.ADDED) {
                    person.become(d.power());
                } else {
                    person.wish(new Wish(by, d.power().roles(), d.power().scope(), true));
                }
                people.save(person);
                record.add(new AuditLog.Line(
                        d.login(),
                        one.row().verdict() == Verdict.ADDED ? "person added" : "person wanted",
                        d.name() + ", from a file."));
            }
        }
        people.flush();
        audit.writeAll(by, record);
        return plan;
    }

    private List<Read> read(byte[] file, String by) {
        List<Line> lines = SheetReader.read(file);
        List<String> head = lines.get(0).cells().stream()
                .map(c -> c.toLowerCase(Locale.ROOT))
                .toList();
        if (!head.containsAll(HEADINGS.subList(0, 2)) || !head.contains("roles")) {
            throw ProblemException.invalid(
                    "file",
                    "The first row has to name the columns: " + String.join(", ", HEADINGS)
                            + ". Mail, sees and acts may be left out.");
        }
        List<Account> all = people.findAll().stream().map(Person::account).toList();
        Map<String, Account> known = all.stream().collect(Collectors.toMap(Account::login, Function.identity()));
        Account me = Objects.requireNonNull(known.get(by));
        Function<String, Optional<DeviceSet>> naming = places.naming();
        Set<String> seen = new HashSet<>();
        List<Read> read = new ArrayList<>();
        for (Line line : lines.subList(1, lines.size())) {
            Map<String, String> cells = new HashMap<>();
            for (int i = 0; i < head.size() && i < line.cells().size(); i++) {
                cells.put(head.get(i), line.cells().get(i));
            }
            read.add(row(line.number(), cells, new Among(me, all, known, naming, seen)));
        }
        return read;
    }

    /** @param seen log-ins of the rows before; the row's own is added */
    private record Among(
            Account me,
            List<Account> all,
            Map<String, Account> known,
            Function<String, Optional<DeviceSet>> naming,
            Set<String> seen) {}

    private static Read row(int number, Map<String, String> cells, Among among) {
        String login = cells.getOrDefault("log-in", "").toLowerCase(Locale.ROOT);
        String name = cells.getOrDefault("name", "");
        String mail = cells.getOrDefault("mail", "");
        List<String> wrong = new ArrayList<>(Accounts.problems(login, name, mail).stream()
                .map(FieldError::message)
                .toList());
        if (name.length() > LONGEST_NAME) {
            wrong.add("A name has at most " + LONGEST_NAME + " characters.");
        }
        if (!among.seen().add(login)) {
            wrong.add("This log-in stands in the file twice.");
        }
        Set<Role> roles = roles(cells.getOrDefault("roles", ""), wrong);
        DeviceSet reading = devices(cells.getOrDefault("sees", ""), DeviceSet.EVERYTHING, among, wrong);
        DeviceSet acting = devices(cells.getOrDefault("acts", ""), reading, among, wrong);
        Power power = new Power(roles, new Scope(reading, acting));
        if (wrong.isEmpty() && among.known().containsKey(login)) {
            return new Read(new Row(number, login, name, Verdict.KNOWN, "Is there, or was, and stays so."), null);
        }
        Answer answer = wrong.isEmpty()
                ? PeopleGate.power(among.me(), new Account(login, Power.NONE, WayIn.NONE, false), power, among.all())
                : Answer.GOES;
        if (answer != Answer.GOES && answer != Answer.WAITS_FOR_ANOTHER) {
            wrong.add(PeopleWords.of(answer, name));
        }
        if (!wrong.isEmpty()) {
            return new Read(new Row(number, login, name, Verdict.BAD, String.join(" ", wrong)), null);
        }
        boolean goes = answer == Answer.GOES;
        String words = roles.stream().map(Role::title).collect(Collectors.joining(", "));
        return new Read(
                new Row(
                        number,
                        login,
                        name,
                        goes ? Verdict.ADDED : Verdict.WAITS,
                        goes ? words + "." : words + ": another administrator has to agree."),
                new Described(login, name.strip(), mail.isBlank() ? null : mail.strip(), power));
    }

    private static List<String> parts(String cell) {
        return Arrays.stream(cell.split("[;|]"))
                .map(String::strip)
                .filter(p -> !p.isEmpty())
                .toList();
    }

    private static Set<Role> roles(String cell, List<String> wrong) {
        Set<Role> roles = EnumSet.noneOf(Role.class);
        for (String part : parts(cell)) {
            Arrays.stream(Role.values())
                    .filter(r -> r.title().equalsIgnoreCase(part) || r.name().equalsIgnoreCase(part))
                    .findFirst()
                    .ifPresentOrElse(roles::add, () -> wrong.add("There is no role called " + part + "."));
        }
        return roles;
    }

    private static DeviceSet devices(String cell, DeviceSet empty, Among among, List<String> wrong) {
        List<String> parts = parts(cell);
        if (parts.isEmpty()) {
            return empty;
        }
        if (parts.equals(List.of("all"))) {
            return DeviceSet.EVERYTHING;
        }
        if (parts.equals(List.of("none"))) {
            return DeviceSet.NOTHING;
        }
        Set<Long> sites = new HashSet<>();
        Set<Long> groups = new HashSet<>();
        for (String part : parts) {
            among.naming()
                    .apply(part)
                    .ifPresentOrElse(
                            set -> {
                                sites.addAll(set.sites());
                                groups.addAll(set.groups());
                            },
                            () -> wrong.add("There is no site and no group called " + part + "."));
        }
        return DeviceSet.of(sites, groups);
    }
}
