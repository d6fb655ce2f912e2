package io.safestep.drivers.cli;

import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.function.BooleanSupplier;

/**
 * What a device has printed since the last command, as plain text: terminal control sequences (ECMA-48) are taken out, a
 * carriage return that is not the end of a line wipes the line before it, a backspace takes one character back. Each
 * octet is looked at once, however long the output becomes.
 */
final class ScreenBuffer extends OutputStream {

    /** A device that prints without end must not fill the memory. */
    static final int LARGEST = 64 * 1024 * 1024;

    private static final char ESCAPE = '\u001b';

    private enum Control {
        NONE,
        ESCAPE,
        SEQUENCE,
        STRING
    }

    private final StringBuilder text = new StringBuilder();
    private final byte[] partial = new byte[4];
    private int partialLength;
    private Control control = Control.NONE;
    private boolean returned;
    private int lineStart;
    private long writes;
    private boolean closed;
    private boolean overflow;

    @Override
    public synchronized void write(int b) {
        write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public synchronized void write(byte[] bytes, int offset, int length) {
        for (int i = offset; i < offset + length; i++) {
            take(bytes[i]);
        }
        overflow |= text.length() > LARGEST;
        writes++;
        notifyAll();
    }

    /** Joins the bytes of one UTF-8 character (RFC 3629) that may come in two packets. */
    private void take(byte b) {
        if (b >= 0) {
            partialLength = 0;
            put((char) b);
            return;
        }
        if ((b & 0xC0) == 0xC0) {
            partialLength = 0;
        }
        if (partialLength < 4) {
            partial[partialLength++] = b;
        }
        int lead = partial[0] & 0xFF;
        int expected = lead >= 0xF0 ? 4 : lead >= 0xE0 ? 3 : 2;
        if (partialLength == expected) {
            String character = new String(partial, 0, partialLength, StandardCharsets.UTF_8);
            partialLength = 0;
            character.chars().forEach(c -> put((char) c));
        }
    }

    private void put(char c) {
        switch (control) {
            case ESCAPE -> control = c == '[' ? Control.SEQUENCE : c == ']' ? Control.STRING : Control.NONE;
            case SEQUENCE -> {
                if (c >= '@' && c <= '~') {
                    control = Control.NONE;
                }
            }
            case STRING -> {
                if (c == '\u0007' || c == ESCAPE) {
                    control = c == ESCAPE ? Control.ESCAPE : Control.NONE;
                }
            }
            case NONE -> print(c);
        }
    }

    private void print(char c) {
        switch (c) {
            case ESCAPE -> control = Control.ESCAPE;
            case '\r' -> returned = true;
            case '\n' -> {
                returned = false;
                text.append('\n');
                lineStart = text.length();
            }
            case '\b' -> {
                if (text.length() > lineStart) {
                    text.setLength(text.length() - 1);
                }
            }
            default -> {
                if (returned) {
                    text.setLength(lineStart);
                    returned = false;
                }
                if (c >= ' ' || c == '\t') {
                    text.append(c);
                }
            }
        }
    }

    @Override
    public synchronized void close() {
        closed = true;
        notifyAll();
    }

    synchronized void clear() {
        text.setLength(0);
        lineStart = 0;
        returned = false;
    }

    enum Outcome {
        FOUND,
        /** The time is over, and something was printed meanwhile. */
        TIMED_OUT,
        /** The time is over, and nothing was printed in it. */
        QUIET,
        CLOSED,
        OVERFLOW
    }

    /** Waits until the condition, asked again after everything that is printed, is true. */
    synchronized Outcome await(BooleanSupplier condition, Duration limit) throws InterruptedException {
        long deadline = System.nanoTime() + limit.toNanos();
        long before = writes;
        while (true) {
            if (condition.getAsBoolean()) {
                return Outcome.FOUND;
            }
            if (overflow) {
                return Outcome.OVERFLOW;
            }
            if (closed) {
                return Outcome.CLOSED;
            }
            long left = deadline - System.nanoTime();
            if (left <= 0) {
                return writes == before ? Outcome.QUIET : Outcome.TIMED_OUT;
            }
            wait(Math.max(1, left / 1_000_000));
        }
    }

    synchronized int length() {
        return text.length();
    }

    /** Index of the next line feed from an index on; -1 when there is none. */
    synchronized int lineFeed(int from) {
        return text.indexOf("\n", from);
    }

    /** The last characters, at most so many, and none before an index. */
    synchronized String tail(int from, int most) {
        return text.substring(Math.max(Math.min(from, text.length()), text.length() - most));
    }

    synchronized String from(int index) {
        return text.substring(Math.min(index, text.length()));
    }

    synchronized String between(int from, int to) {
        return text.substring(from, to);
    }
}
