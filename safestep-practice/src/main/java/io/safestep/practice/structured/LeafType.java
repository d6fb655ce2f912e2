package io.safestep.practice.structured;

import java.util.List;
import java.util.regex.Pattern;

/** The values that a leaf takes. */
public final class LeafType {

    private static final String OCTET = "(?:25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)";
    private static final Pattern ADDRESS = Pattern.compile(OCTET + "(?:\\." + OCTET + "){3}");
    private static final Pattern PREFIX = Pattern.compile(ADDRESS.pattern() + "/(?:3[0-2]|[12]?\\d)");
    private static final Pattern WORD = Pattern.compile("[A-Za-z0-9._:/-]{1,63}");

    private final String name;
    private final List<String> arguments;

    LeafType(String name, List<String> arguments) {
        this.name = name;
        this.arguments = List.copyOf(arguments);
    }

    boolean accepts(String value) {
        return switch (name) {
            case "word" -> WORD.matcher(value).matches();
            case "text" -> !value.isBlank() && value.length() <= 200;
            case "password" -> !value.isBlank() && value.length() <= 200;
            case "address" -> ADDRESS.matcher(value).matches();
            case "prefix" -> PREFIX.matcher(value).matches();
            case "boolean" -> value.equals("true") || value.equals("false");
            case "empty" -> value.isEmpty();
            case "choice" -> arguments.contains(value);
            case "number" -> isBetween(value);
            default -> throw new IllegalStateException("unknown type " + name);
        };
    }

    private boolean isBetween(String value) {
        return value.matches("0|[1-9]\\d{0,9}")
                && Long.parseLong(value) >= Long.parseLong(arguments.get(0))
                && Long.parseLong(value) <= Long.parseLong(arguments.get(1));
    }

    public boolean isEmpty() {
        return name.equals("empty");
    }

    public boolean isNumber() {
        return name.equals("number");
    }

    public boolean isBoolean() {
        return name.equals("boolean");
    }

    boolean isPassword() {
        return name.equals("password");
    }

    @Override
    public String toString() {
        return arguments.isEmpty() ? name : name + " " + String.join(" ", arguments);
    }
}
