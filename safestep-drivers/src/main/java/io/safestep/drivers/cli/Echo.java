package io.safestep.drivers.cli;

/**
 * Where the echo of a command ends in what a device prints. Devices fold it at the width of their terminal, with
 * characters printed twice, or show only the tail of a long line; some do not echo at all.
 */
final class Echo {

    private static final int TAIL = 6;

    private final String typed;

    Echo(String command) {
        typed = compact(command);
    }

    private static String compact(String text) {
        StringBuilder kept = new StringBuilder();
        text.chars().filter(c -> c > ' ').forEach(c -> kept.append((char) c));
        return kept.toString();
    }

    /** Whether the text, whole lines from the start of the output, holds all of the echo. */
    boolean isWhole(String lines) {
        String printed = compact(lines);
        if (printed.length() < Math.min(TAIL, typed.length())) {
            return typed.isEmpty();
        }
        boolean notMuchMore = printed.length() <= typed.length() + typed.length() / 4 + 8;
        return printed.endsWith(typed.substring(Math.max(0, typed.length() - TAIL)))
                || notMuchMore && isSubsequence(typed, printed);
    }

    /** Whether a first line that is not the whole echo is at least a piece of it, and not the answer already. */
    boolean isPiece(String line) {
        String printed = compact(line);
        String withoutMark = printed.replaceFirst("^[$<>.]+", "");
        return !withoutMark.isEmpty() && typed.contains(withoutMark);
    }

    private static boolean isSubsequence(String wanted, String in) {
        int at = 0;
        for (int i = 0; i < in.length() && at < wanted.length(); i++) {
            if (in.charAt(i) == wanted.charAt(at)) {
                at++;
            }
        }
        return at == wanted.length();
    }
}
