package io.safestep.core.check;

import io.safestep.core.check.definition.Beforehand;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Extraction;
import io.safestep.core.check.definition.Look;
import io.safestep.core.check.definition.Severity;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;

/** Says in words what a check looks at and what it expects. */
public final class CheckWords {

    private CheckWords() {}

    /**
     * What people call the check, else what it looks at.
     *
     * @param readTitle what people call a read command of that name
     */
    public static String title(CheckDefinition check, Function<String, String> readTitle) {
        if (check.name() != null && !check.name().isBlank()) {
            return check.name();
        }
        Look look = check.look();
        Map<String, String> arguments = look.arguments();
        String port = arguments.containsKey("port") ? " port " + arguments.get("port") : "";
        String to = arguments.containsKey("address") ? " to " + arguments.get("address") + port : "";
        String source = arguments.containsKey("source") ? " from " + arguments.get("source") : "";
        String what =
                look.read() != null ? readTitle.apply(look.read()) : look.kind().title();
        if (look.question() != null) {
            what = look.question();
        }
        what += to + source;
        return look.from() == null ? what : what + ", seen from " + look.from();
    }

    /** What is expected, for example {@code at least 4}. */
    public static String expected(CheckDefinition check) {
        String value = check.value() == null ? "" : check.value().strip().replaceAll("\\s*\\n\\s*", ", ");
        String what = check.expectation().words(value);
        String before = check.before() == Beforehand.FAILS ? ", fails before" : "";
        String later = check.notYetUntil() == null ? "" : ", not yet until CR-" + check.notYetUntil();
        String warns = check.severity() == Severity.WARN ? ", only warns" : "";
        return what + before + later + warns;
    }

    /** In one line, for texts to read. */
    public static String line(CheckDefinition check, Function<String, String> readTitle) {
        String devices = check.devices().isEmpty() ? "" : " (on " + String.join(", ", check.devices()) + ")";
        String kind = check.extraction().kind() == Extraction.Kind.ROWS
                ? ""
                : ", by " + check.extraction().kind().name().toLowerCase(Locale.ROOT);
        return title(check, readTitle) + kind + ": " + expected(check) + ", within " + check.settleSeconds() + " s"
                + (check.stays() > 0 ? ", stays so for " + check.stays() + " s" : "") + devices;
    }
}
