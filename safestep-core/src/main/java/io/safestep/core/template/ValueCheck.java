package io.safestep.core.template;

import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Whether a value is one that a variable takes. */
final class ValueCheck {

    private static final int MOST_LENGTH = 2_000;

    private final Variable variable;

    ValueCheck(Variable variable) {
        this.variable = variable;
    }

    /**
     * What is wrong with a value, as a sentence.
     *
     * @param value as it counts: given, or preset
     * @param interfaces of the device; empty when they are not known
     */
    Optional<String> complaint(String value, Set<String> interfaces) {
        if (value.isEmpty()) {
            return variable.required() ? Optional.of("A value is missing for " + variable.name() + ".") : fine();
        }
        if (value.length() > MOST_LENGTH || value.chars().anyMatch(c -> c < ' ' || c == 0x7f)) {
            return wrong(value, "text on one line of at most " + MOST_LENGTH + " characters");
        }
        boolean right = switch (variable.type()) {
            case ADDRESS -> reads(() -> IpAddress.parse(value));
            case INTERFACE_ADDRESS -> value.matches("[0-9.]+/\\d{1,2}") && reads(() -> InterfaceAddress.parse(value));
            case PREFIX ->
                value.matches("[0-9.]+/\\d{1,2}")
                        && reads(() -> {
                            if (!IpPrefix.parse(value).toString().equals(value)) {
                                throw new IllegalArgumentException("host bits");
                            }
                        });
            case VLAN -> value.matches("[1-9]\\d{0,3}") && Integer.parseInt(value) <= 4094;
            case NUMBER -> value.matches("-?\\d{1,18}") && within(Long.parseLong(value));
            case INTERFACE -> interfaces.isEmpty() ? !value.isBlank() : interfaces.contains(value);
            case CHOICE -> variable.choices().contains(value);
            case TEXT -> variable.pattern().isEmpty() || Pattern.matches(variable.pattern(), value);
            case SECRET -> true;
        };
        return right ? fine() : wrong(value, wanted(interfaces));
    }

    private String wanted(Set<String> interfaces) {
        return switch (variable.type()) {
            case NUMBER -> variable.type().meaning() + bounds();
            case CHOICE -> "one of " + String.join(", ", variable.choices());
            case TEXT ->
                variable.type().meaning() + (variable.pattern().isEmpty() ? "" : " that matches " + variable.pattern());
            case INTERFACE ->
                variable.type().meaning() + (interfaces.isEmpty() ? "" : ", for example " + some(interfaces));
            default -> variable.type().meaning();
        };
    }

    private static String some(Set<String> names) {
        return String.join(", ", names.stream().limit(4).toList());
    }

    private String bounds() {
        if (variable.least() != null && variable.most() != null) {
            return " from " + variable.least() + " to " + variable.most();
        }
        return variable.least() != null
                ? " of at least " + variable.least()
                : variable.most() != null ? " of at most " + variable.most() : "";
    }

    private boolean within(long number) {
        return (variable.least() == null || number >= variable.least())
                && (variable.most() == null || number <= variable.most());
    }

    private Optional<String> wrong(String value, String wanted) {
        String shown = variable.holdsSecret() || value.length() > 60 ? "" : ", not \"" + value + "\"";
        return Optional.of(variable.name() + " has to be " + wanted + shown + ".");
    }

    private static Optional<String> fine() {
        return Optional.empty();
    }

    private static boolean reads(Runnable reading) {
        try {
            reading.run();
            return true;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    /** What is wrong with how the variable itself is described. */
    List<String> ownComplaints() {
        List<String> complaints = new ArrayList<>();
        String name = variable.name();
        if (!name.matches("[a-z][a-z0-9_]{0,39}")) {
            complaints.add("\"" + name + "\" can't be a name: it begins with a small letter, and has small letters,"
                    + " digits and underscores, at most 40.");
        }
        if (NamesUsed.isReserved(name)) {
            complaints.add("\"" + name + "\" has a meaning of its own in templates; choose another name.");
        }
        if (variable.type() == VariableType.CHOICE && variable.choices().isEmpty()) {
            complaints.add(name + " needs at least one choice.");
        }
        if (variable.least() != null && variable.most() != null && variable.least() > variable.most()) {
            complaints.add(name + ": the smallest value is larger than the largest.");
        }
        try {
            Pattern.compile(variable.pattern());
        } catch (PatternSyntaxException e) {
            complaints.add(name + ": the pattern can't be read: " + e.getDescription() + ".");
            return complaints;
        }
        if (!variable.preset().isEmpty() && complaints.isEmpty() && variable.type() != VariableType.INTERFACE) {
            complaint(variable.preset(), Set.of())
                    .map(c -> "The preset does not fit. " + c)
                    .ifPresent(complaints::add);
        }
        if (variable.holdsSecret() && !variable.preset().isEmpty()) {
            complaints.add(name + " is a secret: a preset would be shown to everybody who opens the template.");
        }
        return complaints;
    }
}
