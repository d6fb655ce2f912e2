package io.safestep.core.config.format;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Values in XML that hold prefixes: names of identities and paths (RFC 7950, sections 9.10.3 and 9.13.2). A prefix means
 * nothing by itself, so that lines use those of the profile, and {@code {namespace}} where it has none.
 */
final class QualifiedValue {

    private static final Pattern NAME = Pattern.compile("([A-Za-z_][\\w.-]*):([A-Za-z_][\\w.-]*)");
    private static final Pattern STEP =
            Pattern.compile("(?<=[/\\[ ])([A-Za-z_][\\w.-]*):(?=[A-Za-z_])|'[^']*'|\"[^\"]*\"");
    private static final Pattern BRACED = Pattern.compile("\\{([^{}]+)}");

    private QualifiedValue() {}

    /** Whether a value may hold prefixes, as far as it tells by itself. */
    static boolean mayHoldPrefixes(String value) {
        return NAME.matcher(value).matches() || value.startsWith("/") && value.indexOf(':') > 0;
    }

    /**
     * The value as lines have it.
     *
     * @param namespaceOf of a prefix where the value stands; gives null for one that stands for nothing
     * @param prefixes those of the profile, by prefix
     */
    static String inLines(String value, Function<String, @Nullable String> namespaceOf, Map<String, String> prefixes) {
        Map<String, String> byNamespace = new LinkedHashMap<>();
        prefixes.forEach((prefix, namespace) -> byNamespace.putIfAbsent(namespace, prefix));
        UnaryOperator<String> replaced = prefix -> {
            String namespace = namespaceOf.apply(prefix);
            if (namespace == null || namespace.isEmpty()) {
                return prefix + ":";
            }
            String known = byNamespace.get(namespace);
            return known == null ? "{" + namespace + "}" : known + ":";
        };
        Matcher name = NAME.matcher(value);
        return name.matches() ? replaced.apply(name.group(1)) + name.group(2) : steps(value, replaced);
    }

    private static String steps(String value, UnaryOperator<String> replaced) {
        return STEP.matcher(value)
                .replaceAll(step ->
                        Matcher.quoteReplacement(step.group(1) == null ? step.group() : replaced.apply(step.group(1))));
    }

    /**
     * The value with a prefix for each namespace in it.
     *
     * @param used is given the prefixes that have to be declared, with their namespaces
     */
    static String inXml(String value, Map<String, String> prefixes, Map<String, String> used) {
        String named = BRACED.matcher(value).replaceAll(braced -> {
            String prefix = "n" + (used.size() + 1);
            used.put(prefix, braced.group(1));
            return prefix + ":";
        });
        UnaryOperator<String> declared = prefix -> {
            if (prefixes.containsKey(prefix)) {
                used.put(prefix, prefixes.get(prefix));
            }
            return prefix + ":";
        };
        Matcher name = NAME.matcher(named);
        if (name.matches()) {
            declared.apply(name.group(1));
            return named;
        }
        return steps(named, declared);
    }
}
