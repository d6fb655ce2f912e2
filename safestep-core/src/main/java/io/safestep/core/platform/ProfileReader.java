package io.safestep.core.platform;

import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.YAMLException;

/** Reads a platform profile from its YAML text. */
public final class ProfileReader {

    private static final Pattern NAME = Pattern.compile("\\{([a-z-]+)}");

    private ProfileReader() {}

    /**
     * @param yaml the whole text of a profile
     * @throws ProfileException when the text is not YAML, an entry is missing or a pattern can't be read
     */
    public static PlatformProfile read(String yaml) {
        Object loaded;
        try {
            loaded = new Yaml(new SafeConstructor(new LoaderOptions())).load(yaml);
        } catch (YAMLException e) {
            throw new ProfileException("The profile is not readable YAML: " + e.getMessage());
        }
        Entries top = new Entries("profile", loaded);
        return new PlatformProfile(
                top.text("name"),
                top.text("maker"),
                access(top),
                language(top.entries("language")),
                top.list("reads").stream().map(ProfileReader::readCommand).toList(),
                top.has("network") ? network(top.entries("network")) : NetworkLanguage.NONE);
    }

    private static Access access(Entries top) {
        if (top.has("netconf")) {
            Entries netconf = top.entries("netconf");
            return new NetconfAccess(Duration.ofSeconds(Long.parseLong(netconf.text("confirmWithinSeconds"))));
        }
        if (top.has("restconf")) {
            Entries restconf = top.entries("restconf");
            return new RestconfAccess(
                    restconf.text("root"),
                    restconf.has("startup") ? restconf.text("startup") : null,
                    restconf.has("save") ? restconf.text("save") : null);
        }
        return commandLine(top.entries("commandLine"));
    }

    private static CommandLine commandLine(Entries e) {
        return new CommandLine(
                e.pattern("prompt"),
                e.pattern("pager"),
                e.text("pagerKey"),
                e.has("pagingOff") ? e.text("pagingOff") : null,
                e.text("configure"),
                e.text("leaveBlock"),
                e.text("leaveConfigure"),
                e.text("readRunning"),
                e.has("readStartup") ? e.text("readStartup") : null,
                e.text("save"),
                e.pattern("saved"),
                e.patterns("errors"),
                e.patterns("notes"),
                e.list("loginPages").stream()
                        .map(page -> new CommandLine.LoginPage(page.pattern("shows"), page.text("keys")))
                        .toList(),
                e.has("interrupt") ? e.text("interrupt") : "\u0003");
    }

    private static Language language(Entries e) {
        return new Language(
                e.has("format") ? format(e.text("format")) : Language.Format.INDENTED,
                Integer.parseInt(e.text("indent")),
                e.text("comment"),
                e.text("negation"),
                e.patterns("volatile"),
                e.texts("secretWords"),
                rewrites(e),
                e.texts("defaults"),
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
        List<String> blocks = e.has("in") ? e.texts("in") : List.of("");
        LineForm form = LineForm.parse(
                e.text("form"),
                blocks,
                e.has("key") ? Integer.parseInt(e.text("key")) : 0,
                e.has("opens") ? e.text("opens") : null,
                e.has("ordered"),
                e.has("hidden"),
                e.texts("keyLeaves"),
                e.has("module") ? e.text("module") : null);
        if (form.words().size() < form.keyWords()) {
            throw new ProfileException("The form \"" + form.written() + "\" has fewer words than its key.");
        }
        return form;
    }

    private static NetworkLanguage network(Entries e) {
        return new NetworkLanguage(
                e.list("rules").stream().map(rule -> rule(rule, List.of())).toList(),
                e.has("defaults") ? e.entries("defaults").all() : Map.of());
    }

    private static NetworkRule rule(Entries e, List<String> namesAbove) {
        LinePattern line = LinePattern.parse(e.text("line"));
        List<String> names = new ArrayList<>(namesAbove);
        names.addAll(line.names());
        Map<String, String> about = e.has("about") ? e.entries("about").all() : Map.of();
        about.keySet().forEach(FactName::checkObject);
        Map<FactName, String> sets = new LinkedHashMap<>();
        if (e.has("sets")) {
            e.entries("sets").all().forEach((fact, value) -> sets.put(FactName.parse(fact), value));
        }
        about.values().forEach(template -> checkNames(template, names));
        sets.values().forEach(template -> checkNames(template, names));
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

    private static ReadCommand readCommand(Entries e) {
        return new ReadCommand(
                e.text("name"),
                e.text("title"),
                e.text("command"),
                e.pattern("row"),
                e.has("argument") ? e.text("argument") : null);
    }

    /** The entries of one YAML mapping, with errors that say where something is missing. */
    private static final class Entries {
        private final String place;
        private final Map<?, ?> map;

        Entries(String place, Object loaded) {
            if (!(loaded instanceof Map<?, ?> entries)) {
                throw new ProfileException("In " + place + ", names with values are expected.");
            }
            this.place = place;
            this.map = entries;
        }

        boolean has(String name) {
            return map.get(name) != null && !Boolean.FALSE.equals(map.get(name));
        }

        String text(String name) {
            Object value = map.get(name);
            if (value == null) {
                throw new ProfileException("In " + place + ", \"" + name + "\" is missing.");
            }
            return value.toString();
        }

        Map<String, String> all() {
            Map<String, String> all = new LinkedHashMap<>();
            map.forEach((name, value) -> all.put(name.toString(), String.valueOf(value)));
            return all;
        }

        Entries entries(String name) {
            return new Entries(place + " › " + name, map.get(name));
        }

        List<Entries> list(String name) {
            List<Entries> entries = new ArrayList<>();
            for (Object item : items(name)) {
                entries.add(new Entries(place + " › " + name + " " + (entries.size() + 1), item));
            }
            return entries;
        }

        List<String> texts(String name) {
            return items(name).stream().map(Object::toString).toList();
        }

        Pattern pattern(String name) {
            return compile(name, text(name));
        }

        List<Pattern> patterns(String name) {
            return texts(name).stream().map(t -> compile(name, t)).toList();
        }

        private List<?> items(String name) {
            Object value = map.get(name);
            if (value == null) {
                return List.of();
            }
            return value instanceof List<?> list ? list : List.of(value);
        }

        private Pattern compile(String name, String expression) {
            try {
                return Pattern.compile(expression);
            } catch (PatternSyntaxException e) {
                throw new ProfileException(
                        "In " + place + ", \"" + name + "\" is not a regular expression: " + e.getDescription() + ".");
            }
        }
    }
}
