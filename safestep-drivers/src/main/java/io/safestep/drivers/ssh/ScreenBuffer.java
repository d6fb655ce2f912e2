package io.safestep.drivers.ssh;

import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.function.Predicate;

/**
 * What a device has printed since the last command, as plain text: terminal control sequences (ECMA-48) are taken out and
 * a carriage return that is not the end of a line wipes the line before it.
 */
final class ScreenBuffer extends OutputStream {

    /** A device that prints without end must not fill the memory. */
    private static final int LARGEST = 32 * 1024 * 1024;

    private final StringBuilder raw = new StringBuilder();
    private final byte[] partial = new byte[4];
    private int partialLength;
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
        overflow |= raw.length() > LARGEST;
        notifyAll();
    }

    /** Joins the bytes of one UTF-8 character (RFC 3629) that may come in two packets. */
    private void take(byte b) {
        if (b >= 0) {
            raw.append((char) b);
            partialLength = 0;
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
            raw.append(new String(partial, 0, partialLength, StandardCharsets.UTF_8));
            partialLength = 0;
        }
    }

    @Override
    public synchronized void close() {
        closed = true;
        notifyAll();
    }

    synchronized void clear() {
        raw.setLength(0);
    }

    enum Outcome {
        FOUND,
        TIMED_OUT,
        CLOSED,
        OVERFLOW
    }

    /** Waits until the text so far satisfies the condition. */
    synchronized Outcome await(Predicate<String> condition, Duration limit) throws InterruptedException {
        long deadline = System.nanoTime() + limit.toNanos();
        while (true) {
            if (condition.test(text())) {
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
                return Outcome.TIMED_OUT;
            }
            wait(Math.max(1, left / 1_000_000));
        }
    }

    synchronized String text() {
        String plain =
                raw.toString().replaceAll("\u001b\\[[0-?]*[ -/]*[@-~]", "").replace("\r\n", "\n");
        return plain.indexOf('\r') < 0 ? plain : plain.replaceAll("[^\n\r]*\r", "");
    }
}
