package io.safestep.core.standard;

import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Which values of one variable were approved, beside what the template takes anyway.
 *
 * @param kind which of the others counts
 * @param oneOf of {@link Kind#ONE_OF}: the values
 * @param least of {@link Kind#FROM_TO}: the smallest
 * @param most of {@link Kind#FROM_TO}: the largest
 * @param within of {@link Kind#WITHIN}: blocks of addresses, such as {@code 10.77.40.0/24}
 * @param pattern of {@link Kind#PATTERN}: a regular expression (RE2 syntax) for the whole value
 */
public record ValueBound(
        Kind kind,
        List<String> oneOf,
        @Nullable Long least,
        @Nullable Long most,
        List<String> within,
        String pattern) {

    public ValueBound {
        oneOf = List.copyOf(oneOf);
        within = List.copyOf(within);
    }

    /** How it is said which values. */
    public enum Kind {
        ANY("whatever the template takes"),
        ONE_OF("one of some values"),
        FROM_TO("a number from, to"),
        WITHIN("an address within blocks"),
        PATTERN("text by a pattern");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public static ValueBound any() {
        return new ValueBound(Kind.ANY, List.of(), null, null, List.of(), "");
    }

    /** Which values, to follow on "approved for". */
    String words() {
        return switch (kind) {
            case ANY -> "every value that the template takes";
            case ONE_OF -> oneOf.size() == 1 ? oneOf.get(0) : "one of " + String.join(", ", oneOf);
            case FROM_TO ->
                least == null ? "at most " + most : most == null ? "at least " + least : least + " to " + most;
            case WITHIN -> "addresses within " + String.join(", ", within);
            case PATTERN -> "text that matches " + pattern;
        };
    }

    /** @param value as it counts, given or preset; an empty one is inside only where any is */
    boolean holds(String value) {
        return switch (kind) {
            case ANY -> true;
            case ONE_OF -> oneOf.contains(value);
            case FROM_TO -> number(value).filter(this::between).isPresent();
            case WITHIN -> within.stream().anyMatch(block -> isWithin(value, IpPrefix.parse(block)));
            case PATTERN -> !value.isEmpty() && Pattern.matches(pattern, value);
        };
    }

    private boolean between(long number) {
        return (least == null || number >= least) && (most == null || number <= most);
    }

    private static Optional<Long> number(String value) {
        return value.matches("-?\\d{1,18}") ? Optional.of(Long.parseLong(value)) : Optional.empty();
    }

    /** Of a block, all of it; of an interface, its address. */
    private static boolean isWithin(String value, IpPrefix block) {
        try {
            if (!value.contains("/")) {
                return block.contains(IpAddress.parse(value));
            }
            InterfaceAddress address = InterfaceAddress.parse(value);
            return block.contains(address.address()) && address.length() >= block.length();
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    /** What is wrong with how the bound itself is said, as sentences. */
    List<String> complaints(String variable) {
        List<String> complaints = new ArrayList<>();
        switch (kind) {
            case ANY -> {}
            case ONE_OF -> {
                if (oneOf.isEmpty()) {
                    complaints.add("Name at least one value for " + variable + ".");
                }
            }
            case FROM_TO -> {
                if (least == null && most == null) {
                    complaints.add("Say from or to which number " + variable + " may be.");
                } else if (least != null && most != null && least > most) {
                    complaints.add(variable + ": the smallest number is larger than the largest.");
                }
            }
            case WITHIN -> complaints.addAll(blockComplaints(variable));
            case PATTERN -> {
                if (pattern.isBlank()) {
                    complaints.add("Write a pattern for " + variable + ".");
                } else if (!isPattern(pattern)) {
                    complaints.add("The pattern for " + variable + " can't be read.");
                }
            }
        }
        return complaints;
    }

    private List<String> blockComplaints(String variable) {
        if (within.isEmpty()) {
            return List.of("Name a block of addresses for " + variable + ", such as 10.77.40.0/24.");
        }
        return within.stream()
                .filter(block -> !isBlock(block))
                .map(block -> variable + ": \"" + block + "\" is no block of addresses such as 10.77.40.0/24.")
                .toList();
    }

    private static boolean isBlock(String text) {
        try {
            return text.matches("[0-9.]+/\\d{1,2}")
                    && IpPrefix.parse(text).toString().equals(text);
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    private static boolean isPattern(String text) {
        try {
            Pattern.compile(text);
            return true;
        } catch (PatternSyntaxException e) {
            return false;
        }
    }
}
