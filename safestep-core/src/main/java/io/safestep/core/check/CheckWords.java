package io.safestep.core.check;

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
        String what = switch (look.kind()) {
            case READ -> readTitle.apply(look.read()) + to + source;
            case REACHABLE -> "Log-in from Safe Step";
            case SAVED -> "Configuration saved";
            case TCP -> "TCP probe from Safe Step" + to;
            case LOG -> "Log since the run began";
            case CONFIRM -> look.question();
        };
        return look.from() == null ? what : what + ", seen from " + look.from();
    }

    /** What is expected, for example {@code at least 4}. */
    public static String expected(CheckDefinition check) {
        String value = check.value() == null ? "" : check.value().strip().replaceAll("\\s*\\n\\s*", ", ");
        String what = switch (check.expectation()) {
            case SAME_AS_BEFORE -> "same as before";
            case EQUALS -> "exactly " + value;
            case CONTAINS -> "contains " + value;
            case ABSENT -> "no " + value;
            case AT_LEAST -> "at least " + value;
            case AT_MOST -> "at most " + value;
            case WITHIN_SHARE -> "within " + value + " % of before";
            case REACHABLE -> check.look().kind() == LookKind.READ ? "answers" : "reachable";
            case SAVED -> "saved";
            case CONFIRMED -> "a person confirms";
        };
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
