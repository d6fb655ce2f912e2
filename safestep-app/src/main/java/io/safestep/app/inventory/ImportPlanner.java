package io.safestep.app.inventory;

import io.safestep.app.device.Devices;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.DeviceRules;
import io.safestep.app.device.record.Reach;
import io.safestep.app.inventory.ImportRow.Verdict;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sheet.SheetReader.Line;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Compares the rows of a file with what is known, and finds everything that is wrong in them. */
final class ImportPlanner {

    /**
     * What rows may speak of.
     *
     * @param devices by name
     * @param sites names by code in small letters
     * @param platforms their names, each with the TCP port at which its devices are reached for which nothing else is said
     * @param fixedGroups names of the groups with a fixed list
     * @param ruleGroups names of the other groups, which an export names and an import leaves alone
     */
    record Known(
            Map<String, DeviceRow> devices,
            Map<String, String> sites,
            Map<String, Integer> platforms,
            Set<String> fixedGroups,
            Set<String> ruleGroups,
            Set<String> credentials) {}

    private final Known known;
    private final Map<SheetColumn, Integer> columns = new EnumMap<>(SheetColumn.class);
    private final Map<String, Integer> rowByName = new HashMap<>();
    private final Map<Place, Integer> rowByPlace = new HashMap<>();
    private final Map<Place, String> nameByPlace = new HashMap<>();
    private final Map<String, String> newSites = new HashMap<>();
    private final Map<String, String> partners = new HashMap<>();
    private final Map<String, Place> placeAfter = new HashMap<>();

    /** Where a device is reached. */
    private record Place(String address, int port) {}

    ImportPlanner(Known known) {
        this.known = known;
    }

    /** @throws ProblemException when the headings do not say which column is the name */
    ImportPlan plan(List<Line> lines) {
        List<String> ignored = readHeadings(lines.get(0));
        List<Line> rows = lines.subList(1, lines.size());
        rows.forEach(this::note);
        known.devices()
                .values()
                .forEach(d -> place(d.address(), d.port(), d.platform()).ifPresent(p -> nameByPlace.put(p, d.name())));
        List<ImportRow> result = new ArrayList<>();
        List<ImportedDevice> wanted = new ArrayList<>();
        for (Line line : rows) {
            row(line, result, wanted);
        }
        return new ImportPlan(result, wanted, ignored);
    }

    private List<String> readHeadings(Line headings) {
        List<String> ignored = new ArrayList<>();
        for (int i = 0; i < headings.cells().size(); i++) {
            int column = i;
            String title = headings.cells().get(i);
            SheetColumn.titled(title)
                    .filter(SheetColumn::imported)
                    .ifPresentOrElse(c -> columns.putIfAbsent(c, column), () -> {
                        if (!title.isEmpty()) {
                            ignored.add(title);
                        }
                    });
        }
        if (!columns.containsKey(SheetColumn.NAME)) {
            throw ProblemException.invalid(
                    "file",
                    "The first row has to hold the headings, Name among them. Known are "
                            + Arrays.stream(SheetColumn.values())
                                    .filter(SheetColumn::imported)
                                    .map(SheetColumn::title)
                                    .collect(Collectors.joining(", "))
                            + ".");
        }
        return ignored;
    }

    private String cell(Line line, SheetColumn column) {
        Integer index = columns.get(column);
        return index == null || index >= line.cells().size() ? "" : line.cells().get(index);
    }

    private Optional<Place> place(String address, @Nullable Integer port, String platform) {
        Integer reached = port == null ? known.platforms().get(platform) : port;
        return reached == null ? Optional.empty() : Optional.of(new Place(address, reached));
    }

    /** Where the device of a row will be reached; empty when its row does not say it as it should. */
    private Optional<Place> placeOf(Line line) {
        DeviceRow before = known.devices().get(cell(line, SheetColumn.NAME));
        String address = cell(line, SheetColumn.ADDRESS);
        String platform = cell(line, SheetColumn.PLATFORM);
        if (before != null) {
            address = address.isEmpty() ? before.address() : address;
            platform = platform.isEmpty() ? before.platform() : platform;
        }
        if (address.isEmpty() || platform.isEmpty()) {
            return Optional.empty();
        }
        List<String> problems = new ArrayList<>();
        Integer port = port(line, before, problems);
        return problems.isEmpty() ? place(address, port, platform) : Optional.empty();
    }

    /** What other rows depend on: names, places, partners. */
    private void note(Line line) {
        String name = cell(line, SheetColumn.NAME);
        rowByName.putIfAbsent(name, line.number());
        placeOf(line).ifPresent(place -> {
            rowByPlace.putIfAbsent(place, line.number());
            placeAfter.put(name, place);
        });
        String partner = cell(line, SheetColumn.PARTNER);
        if (!partner.isEmpty()) {
            partners.put(name, partner);
        }
        String code = cell(line, SheetColumn.SITE).toLowerCase(Locale.ROOT);
        String siteName = cell(line, SheetColumn.SITE_NAME);
        if (!code.isEmpty() && !siteName.isEmpty() && !known.sites().containsKey(code)) {
            newSites.putIfAbsent(code, siteName);
        }
    }

    private void row(Line line, List<ImportRow> result, List<ImportedDevice> wanted) {
        List<String> problems = new ArrayList<>();
        String name = cell(line, SheetColumn.NAME);
        add(problems, DeviceRules.nameProblem(name));
        int first = rowByName.getOrDefault(name, line.number());
        if (first != line.number()) {
            problems.add("Row " + first + " has the same name.");
        }
        DeviceRow before = known.devices().get(name);
        ImportedDevice device = new ImportedDevice(
                before,
                name,
                address(line, before, problems),
                port(line, before, problems),
                siteCode(line, before, problems),
                newSites.get(cell(line, SheetColumn.SITE).toLowerCase(Locale.ROOT)),
                role(line, before, problems),
                platform(line, before, problems),
                partner(line, name, before, problems),
                labels(line, before, problems),
                groups(line, before, problems),
                credential(line, before, problems));
        placeOf(line).ifPresent(place -> placeTaken(line, place, problems));
        if (!problems.isEmpty()) {
            result.add(ImportRow.of(line.number(), name, Verdict.BAD, problems));
            return;
        }
        List<String> changes = before == null ? List.of() : changes(before, device);
        if (before != null && changes.isEmpty()) {
            result.add(ImportRow.of(line.number(), name, Verdict.SAME, List.of()));
            return;
        }
        wanted.add(device);
        result.add(
                before == null
                        ? ImportRow.of(
                                line.number(),
                                name,
                                Verdict.ADD,
                                List.of(device.role().toLowerCase(Locale.ROOT) + " at " + device.siteCode() + ", "
                                        + device.address() + ", " + device.platform()))
                        : ImportRow.of(line.number(), name, Verdict.CHANGE, changes));
    }

    private static void add(List<String> problems, @Nullable String problem) {
        if (problem != null) {
            problems.add(problem);
        }
    }

    private String address(Line line, @Nullable DeviceRow before, List<String> problems) {
        String address = cell(line, SheetColumn.ADDRESS);
        if (address.isEmpty()) {
            return asBefore(before, DeviceRow::address, "The address is missing.", problems);
        }
        add(problems, DeviceRules.addressProblem(address));
        return address;
    }

    private void placeTaken(Line line, Place place, List<String> problems) {
        int first = rowByPlace.getOrDefault(place, line.number());
        if (first != line.number()) {
            problems.add("Row " + first + " has the same address and port.");
        }
        String owner = nameByPlace.get(place);
        boolean moved = owner != null && !place.equals(placeAfter.getOrDefault(owner, place));
        if (owner != null && !owner.equals(cell(line, SheetColumn.NAME)) && !moved) {
            problems.add(Devices.takenBy(place.address(), place.port(), owner));
        }
    }

    /** "none" takes back what was said. */
    private @Nullable Integer port(Line line, @Nullable DeviceRow before, List<String> problems) {
        String port = cell(line, SheetColumn.PORT);
        if (port.isEmpty()) {
            return before == null ? null : before.port();
        }
        if (port.equalsIgnoreCase("none")) {
            return null;
        }
        boolean readable = port.matches("\\d{1,5}");
        String problem = Reach.portProblem(readable ? Integer.valueOf(port) : Integer.valueOf(0));
        if (problem != null) {
            problems.add("“" + port + "” is no port. " + problem);
            return null;
        }
        return Integer.valueOf(port);
    }

    private static String asBefore(
            @Nullable DeviceRow before, Function<DeviceRow, String> what, String missing, List<String> problems) {
        if (before == null) {
            problems.add(missing);
            return "";
        }
        return what.apply(before);
    }

    private String siteCode(Line line, @Nullable DeviceRow before, List<String> problems) {
        String code = cell(line, SheetColumn.SITE);
        if (code.isEmpty()) {
            return asBefore(before, DeviceRow::siteCode, "The site is missing.", problems);
        }
        String problem = DeviceRules.siteCodeProblem(code);
        if (problem != null) {
            problems.add(problem);
            return code;
        }
        String key = code.toLowerCase(Locale.ROOT);
        String name = cell(line, SheetColumn.SITE_NAME);
        String called = known.sites().getOrDefault(key, newSites.get(key));
        if (called == null) {
            problems.add("There is no site " + code + ". With its name in the column Site name it is added.");
        } else if (!name.isEmpty() && !name.equals(called)) {
            problems.add("The site " + code + " is called " + called + ", not " + name + ".");
        }
        return code;
    }

    private String role(Line line, @Nullable DeviceRow before, List<String> problems) {
        String role = cell(line, SheetColumn.ROLE);
        if (role.isEmpty()) {
            return asBefore(before, r -> r.role().name(), "The role is missing.", problems);
        }
        String upper = role.toUpperCase(Locale.ROOT);
        if (Arrays.stream(DeviceRole.values()).noneMatch(r -> r.name().equals(upper))) {
            problems.add("“" + role + "” is no role: "
                    + Arrays.stream(DeviceRole.values()).map(DeviceRole::word).collect(Collectors.joining(", "))
                    + ".");
        }
        return upper;
    }

    private String platform(Line line, @Nullable DeviceRow before, List<String> problems) {
        String platform = cell(line, SheetColumn.PLATFORM);
        if (platform.isEmpty()) {
            return asBefore(before, DeviceRow::platform, "The platform is missing.", problems);
        }
        if (!known.platforms().containsKey(platform)) {
            problems.add("There is no platform “" + platform + "”: "
                    + String.join(", ", new TreeSet<>(known.platforms().keySet())) + ".");
        }
        return platform;
    }

    private @Nullable String partner(Line line, String name, @Nullable DeviceRow before, List<String> problems) {
        String partner = cell(line, SheetColumn.PARTNER);
        if (partner.isEmpty()) {
            return before == null ? null : before.ties().partner();
        }
        if (partner.equals(name)) {
            problems.add("A device is not its own partner.");
        } else if (!known.devices().containsKey(partner) && !rowByName.containsKey(partner)) {
            problems.add("The partner " + partner + " is neither known nor in the file.");
        }
        String back = partners.get(partner);
        if (back != null && !back.equals(name)) {
            problems.add("Its partner " + partner + " names " + back + " as its own.");
        }
        return partner;
    }

    private Set<String> labels(Line line, @Nullable DeviceRow before, List<String> problems) {
        Set<String> labels = list(cell(line, SheetColumn.LABELS));
        if (labels.isEmpty()) {
            return before == null ? Set.of() : new TreeSet<>(before.ties().labels());
        }
        add(problems, DeviceRules.labelsProblem(labels));
        return labels;
    }

    private static Set<String> list(String cell) {
        return Arrays.stream(cell.split("[,;]"))
                .map(String::strip)
                .filter(s -> !s.isEmpty())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private @Nullable Set<String> groups(Line line, @Nullable DeviceRow before, List<String> problems) {
        Set<String> groups = list(cell(line, SheetColumn.GROUPS));
        if (groups.isEmpty()) {
            return null;
        }
        for (String group : groups) {
            if (!known.fixedGroups().contains(group) && !known.ruleGroups().contains(group)) {
                problems.add("There is no group " + group + ".");
            }
        }
        groups.retainAll(known.fixedGroups());
        Set<String> now =
                before == null ? Set.of() : new TreeSet<>(before.ties().groups());
        return fixed(now).equals(groups) ? null : groups;
    }

    private Set<String> fixed(Set<String> groups) {
        Set<String> fixed = new TreeSet<>(groups);
        fixed.retainAll(known.fixedGroups());
        return fixed;
    }

    private @Nullable String credential(Line line, @Nullable DeviceRow before, List<String> problems) {
        String credential = cell(line, SheetColumn.CREDENTIAL);
        if (credential.isEmpty()
                || before != null && credential.equals(before.ties().credential())) {
            return null;
        }
        if (!known.credentials().contains(credential)) {
            problems.add("There is no credential " + credential + ".");
        }
        return credential;
    }

    private List<String> changes(DeviceRow before, ImportedDevice device) {
        List<String> changes = new ArrayList<>();
        change(changes, "address", before.address(), device.address());
        change(changes, "port", text(before.port()), text(device.port()));
        if (!before.siteCode().equalsIgnoreCase(device.siteCode())) {
            change(changes, "site", before.siteCode(), device.siteCode());
        }
        change(changes, "role", before.role().word(), device.role().toLowerCase(Locale.ROOT));
        change(changes, "platform", before.platform(), device.platform());
        change(changes, "partner", before.ties().partner(), device.partner());
        change(changes, "labels", String.join(", ", before.ties().labels()), String.join(", ", device.labels()));
        if (device.groups() != null) {
            change(
                    changes,
                    "groups",
                    String.join(", ", fixed(new TreeSet<>(before.ties().groups()))),
                    String.join(", ", device.groups()));
        }
        if (device.credential() != null) {
            change(changes, "credential", before.ties().credential(), device.credential());
        }
        return changes;
    }

    private static void change(List<String> changes, String what, @Nullable String before, @Nullable String after) {
        if (!Objects.equals(before, after)) {
            changes.add(what + ": " + said(before) + " → " + said(after));
        }
    }

    private static String text(@Nullable Integer number) {
        return number == null ? "" : number.toString();
    }

    private static String said(@Nullable String value) {
        return value == null || value.isEmpty() ? "none" : value;
    }
}
