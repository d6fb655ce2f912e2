package io.safestep.core.platform;

import io.safestep.core.platform.access.Access;
import io.safestep.core.platform.access.AnswerLimits;
import io.safestep.core.platform.access.TimedSession;
import io.safestep.core.platform.network.FactName;
import io.safestep.core.platform.network.LinePattern;
import io.safestep.core.platform.network.NetworkLanguage;
import io.safestep.core.platform.network.NetworkRule;
import io.safestep.core.platform.reading.ChangeReading;
import io.safestep.core.platform.reading.DeviceClock;
import io.safestep.core.platform.reading.FileReading;
import io.safestep.core.platform.reading.IdentityReading;
import io.safestep.core.platform.reading.LinkReading;
import io.safestep.core.platform.reading.LogInReading;
import io.safestep.core.platform.reading.LogReading;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.core.platform.text.ProfileException;
import io.safestep.core.platform.text.ProfileException.Problem;
import io.safestep.core.schema.SchemaCheck;
import io.safestep.core.schema.SchemaFinding;
import io.safestep.core.schema.YamlDocument;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Reads a platform profile from its YAML text. */
public final class ProfileReader {

    private static final SchemaCheck SCHEMA = SchemaCheck.of("platform");
    private static final Pattern NAME = Pattern.compile("\\{([a-z-]+)}");

    private ProfileReader() {}

    /**
     * @param yaml the whole text of a profile
     * @throws ProfileException with every line that does not follow the schema, or else the first that can't be meant
     */
    public static PlatformProfile read(String yaml) {
        YamlDocument.Parsed parsed = YamlDocument.parse(yaml);
        YamlDocument document = parsed.document();
        if (document == null) {
            throw new ProfileException(List.of(problem(Objects.requireNonNull(parsed.finding()))));
        }
        List<SchemaFinding> findings = document.check(SCHEMA);
        if (!findings.isEmpty()) {
            throw new ProfileException(
                    findings.stream().map(ProfileReader::problem).toList());
        }
        ProfileEntries top = new ProfileEntries(document, "", document.tree());
        Access access = AccessReader.read(top);
        return new PlatformProfile(
                top.text("name"),
                top.text("maker"),
                access,
                limits(top.entries("limits")),
                top.within("language", language -> LanguageReader.read(language, access)),
                top.list("reads").stream().map(e -> readCommand(e, access)).toList(),
                top.has("identity") ? identity(top.entries("identity")) : null,
                top.has("links") ? links(top.entries("links")) : null,
                top.has("changes") ? changes(top.entries("changes")) : ChangeReading.NONE,
                top.has("log") ? log(top.entries("log")) : null,
                top.list("files").stream()
                        .map(f -> new FileReading(f.text("name"), f.text("title"), f.text("command")))
                        .toList(),
                top.has("network") ? top.within("network", ProfileReader::network) : NetworkLanguage.NONE);
    }

    private static Problem problem(SchemaFinding finding) {
        String place =
                finding.place().isEmpty() ? "" : finding.place().substring(1).replace("/", " › ") + ": ";
        return new Problem(finding.line(), place + finding.sentence());
    }

    private static AnswerLimits limits(ProfileEntries e) {
        return new AnswerLimits(e.seconds("connectSeconds"), e.seconds("logInSeconds"), e.seconds("answerSeconds"));
    }

    private static NetworkLanguage network(ProfileEntries e) {
        return new NetworkLanguage(
                e.list("rules").stream().map(rule -> rule(rule, List.of())).toList(),
                e.has("defaults") ? e.entries("defaults").all() : Map.of());
    }

    private static NetworkRule rule(ProfileEntries e, List<String> namesAbove) {
        LinePattern line = e.read("line", LinePattern::parse);
        List<String> names = new ArrayList<>(namesAbove);
        names.addAll(line.names());
        Map<String, String> about = e.has("about") ? e.entries("about").all() : Map.of();
        Map<FactName, String> sets = new LinkedHashMap<>();
        e.check(() -> {
            about.keySet().forEach(FactName::checkObject);
            if (e.has("sets")) {
                e.entries("sets").all().forEach((fact, value) -> sets.put(FactName.parse(fact), value));
            }
            about.values().forEach(template -> checkNames(template, names));
            sets.values().forEach(template -> checkNames(template, names));
        });
        return new NetworkRule(
                line,
                about,
                sets,
                e.list("within").stream().map(inner -> rule(inner, names)).toList(),
                e.has("ignoreBeneath"));
    }

    private static void checkNames(String template, List<String> names) {
        Matcher matcher = NAME.matcher(template);
        while (matcher.find()) {
            if (!names.contains(matcher.group(1))) {
                throw new ProfileException("\"" + template + "\" speaks of {" + matcher.group(1)
                        + "}, which no line pattern here or above names.");
            }
        }
    }

    private static IdentityReading identity(ProfileEntries e) {
        return new IdentityReading(
                e.text("command"),
                e.patternNaming("maker", "value"),
                e.patternNamingIfSaid("name", "value"),
                e.patternNamingIfSaid("model", "value"),
                e.patternNamingIfSaid("serial", "value"),
                e.patternNamingIfSaid("software", "value"));
    }

    private static LinkReading links(ProfileEntries e) {
        return new LinkReading(e.text("command"), e.patternNaming("row", "interface", "name", "port", "address"));
    }

    private static ChangeReading changes(ProfileEntries e) {
        ProfileEntries logIns = e.entries("logIns");
        return new ChangeReading(
                e.texts("marker"),
                e.has("logIns")
                        ? new LogInReading(
                                logIns.text("command"), logIns.patternNaming("row", "account", "at"), clock(logIns))
                        : null,
                e.has("message") ? e.pattern("message") : null);
    }

    private static LogReading log(ProfileEntries e) {
        return new LogReading(e.text("command"), e.patternNaming("row", "at", "text"), clock(e));
    }

    private static DeviceClock clock(ProfileEntries e) {
        return new DeviceClock(e.patternNamingIfSaid("clock", "value"));
    }

    private static ReadCommand.Interruption interruption(ProfileEntries e) {
        return new ReadCommand.Interruption(
                Objects.requireNonNull(e.seconds("afterSeconds")), e.has("when") ? e.pattern("when") : null);
    }

    private static ReadCommand readCommand(ProfileEntries e, Access access) {
        if (e.has("interrupted") && access.typed().isEmpty()) {
            throw e.wrong("interrupted", "Only a command line can be interrupted by a key.");
        }
        Pattern row = e.patternNaming("row", "key", "value");
        return new ReadCommand(
                e.text("name"),
                e.text("title"),
                e.text("command"),
                row,
                e.texts("arguments"),
                e.texts("rests").stream()
                        .map(s -> TimedSession.valueOf(s.toUpperCase(Locale.ROOT)))
                        .collect(Collectors.toUnmodifiableSet()),
                e.has("stays") ? Integer.parseInt(e.text("stays")) : 0,
                e.has("interrupted") ? interruption(e.entries("interrupted")) : null,
                e.has("optional"));
    }
}
