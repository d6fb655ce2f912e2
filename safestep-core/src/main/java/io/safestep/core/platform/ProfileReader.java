package io.safestep.core.platform;

import io.safestep.core.platform.ProfileException.Problem;
import io.safestep.core.schema.SchemaCheck;
import io.safestep.core.schema.SchemaFinding;
import io.safestep.core.schema.YamlDocument;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import tools.jackson.databind.JsonNode;

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
        if (parsed.document() == null) {
            throw new ProfileException(List.of(problem(parsed.finding())));
        }
        List<SchemaFinding> findings = parsed.document().check(SCHEMA);
        if (!findings.isEmpty()) {
            throw new ProfileException(
                    findings.stream().map(ProfileReader::problem).toList());
        }
        Entries top = new Entries(parsed.document(), "", parsed.document().tree());
        return new PlatformProfile(
                top.text("name"),
                top.text("maker"),
                access(top),
                top.within("language", ProfileReader::language),
                top.list("reads").stream().map(ProfileReader::readCommand).toList(),
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

    private static Access access(Entries top) {
        if (top.has("netconf")) {
            Entries netconf = top.entries("netconf");
            return new NetconfAccess(
                    Duration.ofSeconds(Long.parseLong(netconf.text("confirmWithinSeconds"))),
                    netconf.has("restoresStartup") && Boolean.parseBoolean(netconf.text("restoresStartup")));
        }
        if (top.has("restconf")) {
            Entries restconf = top.entries("restconf");
            return new RestconfAccess(
                    restconf.text("root"),
                    restconf.has("startup") ? restconf.text("startup") : null,
                    restconf.has("save") ? restconf.text("save") : null,
                    restconf.has("restore") ? restconf.text("restore") : null);
        }
        if (top.has("commandLine")) {
            return commandLine(top.entries("commandLine"));
        }
        throw top.wrong("How the platform is talked with is missing: commandLine, netconf or restconf.");
    }

    private static CommandLine commandLine(Entries e) {
        return new CommandLine(
                e.pattern("prompt"),
                e.has("pager") ? e.pattern("pager") : null,
                e.has("pagerKey") ? e.text("pagerKey") : null,
                e.has("pagingOff") ? e.text("pagingOff") : null,
                e.text("configure"),
                e.text("leaveBlock"),
                e.text("leaveConfigure"),
                e.text("readRunning"),
                e.has("readStartup") ? e.text("readStartup") : null,
                e.text("save"),
                e.pattern("saved"),
                e.has("restore") ? e.text("restore") : null,
                e.has("restored") ? e.pattern("restored") : null,
                e.has("timer") ? timer(e.entries("timer")) : null,
                e.patterns("errors"),
                e.patterns("notes"),
                e.list("loginPages").stream()
                        .map(page -> new CommandLine.LoginPage(page.pattern("shows"), page.text("keys")))
                        .toList(),
                e.has("interrupt") ? e.text("interrupt") : "\u0003");
    }

    private static DeadManCommands timer(Entries e) {
        return new DeadManCommands(
                e.text("start"),
                e.pattern("started"),
                e.text("confirm"),
                e.pattern("confirmed"),
                e.text("goBack"),
                e.pattern("wentBack"));
    }

    private static Language language(Entries e) {
        return new Language(
                e.has("format") ? e.read("format", ProfileReader::format) : Language.Format.INDENTED,
                Integer.parseInt(e.text("indent")),
                e.text("comment"),
                e.text("negation"),
                e.patterns("volatile"),
                e.texts("secretWords"),
                rewrites(e),
                e.texts("defaults"),
                e.has("lastLine") ? e.pattern("lastLine") : null,
                e.list("forms").stream().map(ProfileReader::form).toList());
    }

    private static List<LineRewrite> rewrites(Entries e) {
        return e.list("rewrites").stream()
                .map(r -> new LineRewrite(r.pattern("from"), r.text("to")))
                .toList();
    }

    private static Language.Format format(String name) {
        return switch (name) {
            case "indented" -> Language.Format.INDENTED;
            case "xml" -> Language.Format.XML;
            case "json" -> Language.Format.JSON;
            default -> throw new ProfileException("The format \"" + name + "\" is not known: indented, xml or json.");
        };
    }

    private static LineForm form(Entries e) {
        List<WordType> words = e.read("form", LineForm::words);
        LineForm form = new LineForm(
                e.text("form"),
                words,
                e.has("in") ? e.texts("in") : List.of(""),
                e.has("key") ? Integer.parseInt(e.text("key")) : 0,
                e.has("opens") ? e.text("opens") : null,
                e.has("ordered"),
                e.has("hidden"),
                e.texts("keyLeaves"),
                e.has("module") ? e.text("module") : null,
                e.mentions("defines", words.size()),
                e.mentions("refers", words.size()),
                e.mentions("takes", words.size()));
        if (words.size() < form.keyWords()) {
            throw e.wrong("The form \"" + form.written() + "\" has fewer words than its key.");
        }
        if (form.holdsText() && form.opens() != null) {
            throw e.wrong("The form \"" + form.written()
                    + "\" can't open a block: the lines up to its end mark belong to its text.");
        }
        return form;
    }

    private static NetworkLanguage network(Entries e) {
        return new NetworkLanguage(
                e.list("rules").stream().map(rule -> rule(rule, List.of())).toList(),
                e.has("defaults") ? e.entries("defaults").all() : Map.of());
    }

    private static NetworkRule rule(Entries e, List<String> namesAbove) {
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

    private static IdentityReading identity(Entries e) {
        return new IdentityReading(
                e.text("command"),
                e.patternNaming("maker", "value"),
                e.patternNaming("name", "value"),
                e.patternNaming("model", "value"),
                e.patternNaming("serial", "value"),
                e.patternNaming("software", "value"));
    }

    private static LinkReading links(Entries e) {
        return new LinkReading(e.text("command"), e.patternNaming("row", "interface", "name", "port", "address"));
    }

    private static ChangeReading changes(Entries e) {
        Entries logIns = e.entries("logIns");
        return new ChangeReading(
                e.texts("marker"),
                e.has("logIns")
                        ? new LogInReading(
                                logIns.text("command"), logIns.patternNaming("row", "account", "at"), clock(logIns))
                        : null,
                e.has("message") ? e.pattern("message") : null);
    }

    private static LogReading log(Entries e) {
        return new LogReading(e.text("command"), e.patternNaming("row", "at", "text"), clock(e));
    }

    private static DeviceClock clock(Entries e) {
        return new DeviceClock(e.patternNaming("clock", "value"));
    }

    private static ReadCommand readCommand(Entries e) {
        Pattern row = e.patternNaming("row", "key", "value");
        return new ReadCommand(e.text("name"), e.text("title"), e.text("command"), row, e.texts("arguments"));
    }

    /** The entries of one mapping in a profile that follows the schema. */
    private record Entries(YamlDocument document, String pointer, JsonNode map) {

        boolean has(String name) {
            JsonNode value = map.path(name);
            return !value.isMissingNode() && !value.isNull() && !(value.isBoolean() && !value.asBoolean());
        }

        String text(String name) {
            return map.path(name).asString();
        }

        Map<String, String> all() {
            Map<String, String> all = new LinkedHashMap<>();
            map.properties().forEach(p -> all.put(p.getKey(), p.getValue().asString()));
            return all;
        }

        Entries entries(String name) {
            return new Entries(document, pointer + "/" + name, map.path(name));
        }

        List<Entries> list(String name) {
            List<Entries> entries = new ArrayList<>();
            for (JsonNode item : map.path(name)) {
                entries.add(new Entries(document, pointer + "/" + name + "/" + entries.size(), item));
            }
            return entries;
        }

        List<String> texts(String name) {
            JsonNode value = map.path(name);
            List<String> texts = new ArrayList<>();
            if (value.isArray()) {
                value.forEach(item -> texts.add(item.asString()));
            } else if (has(name)) {
                texts.add(value.asString());
            }
            return texts;
        }

        Pattern pattern(String name) {
            return compile(name, text(name));
        }

        /** A pattern with named groups; null when there is none. */
        Pattern patternNaming(String name, String... groups) {
            if (!has(name)) {
                return null;
            }
            Pattern pattern = pattern(name);
            List<String> missing = new ArrayList<>();
            for (String group : groups) {
                if (!pattern.pattern().contains("(?<" + group + ">")) {
                    missing.add("(?<" + group + ">…)");
                }
            }
            if (!missing.isEmpty()) {
                throw wrong(
                        name, "The pattern \"" + name + "\" needs the named group " + String.join(", ", missing) + ".");
            }
            return pattern;
        }

        List<MentionTemplate> mentions(String name, int words) {
            return located(
                    name,
                    () -> texts(name).stream()
                            .map(t -> MentionTemplate.parse(t, words))
                            .toList());
        }

        List<Pattern> patterns(String name) {
            return texts(name).stream().map(t -> compile(name, t)).toList();
        }

        private Pattern compile(String name, String expression) {
            try {
                return Pattern.compile(expression);
            } catch (PatternSyntaxException e) {
                throw wrong(name, "\"" + name + "\" is not a regular expression: " + e.getDescription() + ".");
            }
        }

        /** Reads a text with a reader that does not know its line. */
        <T> T read(String name, Function<String, T> reader) {
            return located(name, () -> reader.apply(text(name)));
        }

        /** Reads entries with a reader that does not know all of their lines. */
        <T> T within(String name, Function<Entries, T> reader) {
            return located(name, () -> reader.apply(entries(name)));
        }

        void check(Runnable looksAt) {
            try {
                looksAt.run();
            } catch (ProfileException e) {
                throw e.problems().isEmpty() ? wrong(e.getMessage()) : e;
            }
        }

        private <T> T located(String name, Supplier<T> reader) {
            try {
                return reader.get();
            } catch (ProfileException e) {
                throw e.problems().isEmpty() ? wrong(name, e.getMessage()) : e;
            }
        }

        ProfileException wrong(String sentence) {
            return new ProfileException(List.of(new Problem(document.line(pointer), sentence)));
        }

        private ProfileException wrong(String name, String sentence) {
            return new ProfileException(List.of(new Problem(document.line(pointer + "/" + name), sentence)));
        }
    }
}
