package io.safestep.core.check;

import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.check.definition.Beforehand;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Expectation;
import io.safestep.core.check.definition.Extraction;
import io.safestep.core.check.definition.Look;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.check.evaluation.StructuredPath;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Finds what is wrong with a check, as far as that can be seen without knowing the device. */
public final class CheckProblems {

    /** A BGP hold time of nine minutes is rare; more is refused, so that no window is spent on waiting alone. */
    private static final int LONGEST_STAY = 900;

    /** This host, loopback and link-local addresses (RFC 6890). */
    private static final Pattern OWN_MACHINE = Pattern.compile("^(?:0|127|169\\.254)\\.");

    private final CheckDefinition check;
    private final List<CheckProblem> problems = new ArrayList<>();

    private CheckProblems(CheckDefinition check) {
        this.check = check;
    }

    public static List<CheckProblem> of(CheckDefinition check) {
        CheckProblems problems = new CheckProblems(check);
        problems.look();
        problems.extraction();
        problems.expectation();
        problems.time();
        return problems.problems;
    }

    private void add(String field, String sentence) {
        problems.add(new CheckProblem(field, sentence));
    }

    private void look() {
        Look look = check.look();
        Map<String, String> arguments = look.arguments();
        if (look.kind().asksPerson()
                && (look.question() == null || look.question().isBlank())) {
            add("question", "Write the question that a person answers with yes or no.");
        }
        if (look.kind() == LookKind.READ && (look.read() == null || look.read().isBlank())) {
            add("read", "Choose what to look at.");
        }
        look.kind().arguments().stream()
                .filter(name -> !arguments.containsKey(name))
                .forEach(name -> add(name, wanted(name)));
        if (look.kind().looker() == LookKind.Looker.SAFE_STEP
                && OWN_MACHINE.matcher(arguments.getOrDefault("address", "")).find()) {
            add(
                    "address",
                    "Safe Step's own machine is not probed. Enter an address of the network, such as 10.77.8.20.");
        }
        arguments.forEach((kind, value) -> {
            boolean meant = kind.equals("port")
                    ? value.matches("\\d{1,5}") && isPort(Integer.parseInt(value))
                    : WrittenForms.isAddress(value);
            if (!meant) {
                add(kind, wanted(kind));
            }
        });
    }

    private static String wanted(String argument) {
        return argument.equals("port") ? "Enter a port from 1 to 65535." : "Enter an IPv4 address, such as 10.77.8.20.";
    }

    private static boolean isPort(int number) {
        return number >= 1 && number <= 65_535;
    }

    private void extraction() {
        Extraction e = check.extraction();
        String expression = e.expression() == null ? "" : e.expression();
        boolean written = !expression.isBlank();
        switch (e.kind()) {
            case COLUMNS -> {
                if (e.columns().isEmpty() || e.columns().stream().anyMatch(String::isBlank)) {
                    add("columns", "Write the headings of the columns, the one that tells rows apart first.");
                }
            }
            case PATTERN -> {
                if (!written) {
                    add("expression", "Write a pattern, such as state (?P<value>\\w+).");
                } else {
                    pattern("expression", expression);
                }
            }
            case PATH -> {
                String complaint = written ? StructuredPath.complaint(expression) : null;
                if (!written) {
                    add("expression", "Write a path: XPath for XML, JSONPath for JSON.");
                } else if (complaint != null) {
                    add("expression", complaint);
                }
            }
            case ROWS, TEXT -> {
                if (written) {
                    add("expression", "Nothing is to be written here unless a pattern or a path is chosen.");
                }
            }
        }
        if (e.only() != null) {
            pattern("only", e.only());
        }
        e.masked().forEach(mask -> pattern("masked", mask));
    }

    private void pattern(String field, String pattern) {
        try {
            Pattern.compile(pattern);
        } catch (PatternSyntaxException e) {
            add(field, "This is no pattern: " + e.getDescription() + " \"" + e.getPattern() + "\".");
        }
    }

    private void expectation() {
        Expectation expected = check.expectation();
        String value = check.value() == null ? "" : check.value();
        boolean missing = value.isBlank();
        if (expected.value() == Expectation.ValueKind.TEXT && missing) {
            add("value", "Say what to look for.");
        }
        if (expected.value() == Expectation.ValueKind.NUMBER && (missing || !value.matches("\\d{1,9}"))) {
            add("value", "Enter a whole number.");
        }
        LookKind kind = check.look().kind();
        if (!kind.expectations().contains(expected)) {
            add("expectation", kind.unfit());
        }
        if (check.before() != Beforehand.ANY && !expected.knownBefore()) {
            add("before", "This can't be told before the change, because it compares with what is found then.");
        }
        if (check.notYetUntil() != null && check.before() == Beforehand.FAILS) {
            add("notYetUntil", "Choose one: that it fails before and passes after, or that it may fail until later.");
        }
    }

    private void time() {
        int longest = check.look().kind().longestSettling();
        if (check.staysSeconds() != null && (check.staysSeconds() < 0 || check.staysSeconds() > LONGEST_STAY)) {
            add("staysSeconds", "Choose 0 to " + LONGEST_STAY + " seconds, or leave it blank.");
        }
        if (check.settleSeconds() < 0 || check.settleSeconds() > longest) {
            add("settleSeconds", "Choose 0 to " + longest + " seconds.");
        }
        if (check.everySeconds() < 1 || check.everySeconds() > 60) {
            add("everySeconds", "Choose 1 to 60 seconds.");
        }
    }
}
