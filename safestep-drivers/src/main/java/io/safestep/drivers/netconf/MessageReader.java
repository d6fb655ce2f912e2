package io.safestep.drivers.netconf;

import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import org.jspecify.annotations.Nullable;

/**
 * Cuts what a server sends into messages: ended by {@code ]]>]]>} until the hellos are exchanged, in chunks from then on
 * when both sides know them (RFC 6242, sections 4.1 to 4.3). Octets are pushed in; messages are waited for.
 */
final class MessageReader extends OutputStream {

    /** A server that sends without end must not fill the memory. */
    private static final int LARGEST = 64 * 1024 * 1024;

    private static final byte[] END = "]]>]]>".getBytes(StandardCharsets.US_ASCII);

    /** Why there is no next message. */
    enum Outcome {
        TIMED_OUT,
        CLOSED,
        TOO_LONG,
        /** What came is no frame as the RFC describes it. */
        MALFORMED
    }

    /** Thrown in place of a message. */
    static final class NoMessageException extends Exception {
        private final Outcome outcome;

        NoMessageException(Outcome outcome) {
            super(outcome.name());
            this.outcome = outcome;
        }

        Outcome outcome() {
            return outcome;
        }
    }

    private byte[] octets = new byte[8192];
    private int length;
    /** No end mark begins before this place. */
    private int searched;

    private boolean chunked;
    private boolean closed;
    private @Nullable Outcome broken;
    private final Deque<byte[]> messages = new ArrayDeque<>();
    private byte[] message = new byte[8192];
    private int messageLength;

    @Override
    public synchronized void write(int b) {
        write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public synchronized void write(byte[] more, int offset, int count) {
        if (broken != null) {
            return;
        }
        if (length + count > octets.length) {
            octets = Arrays.copyOf(octets, Math.max(octets.length * 2, length + count));
        }
        System.arraycopy(more, offset, octets, length, count);
        length += count;
        cut();
        notifyAll();
    }

    @Override
    public synchronized void close() {
        closed = true;
        notifyAll();
    }

    /** From the next message on, frames are chunks. What has come already is looked at again. */
    synchronized void useChunks() {
        chunked = true;
        searched = 0;
        cut();
        notifyAll();
    }

    /** The next message. */
    synchronized String next(Duration limit) throws NoMessageException, InterruptedException {
        long deadline = System.nanoTime() + limit.toNanos();
        cut();
        while (messages.isEmpty()) {
            if (broken != null) {
                throw new NoMessageException(broken);
            }
            if (closed) {
                throw new NoMessageException(Outcome.CLOSED);
            }
            long left = deadline - System.nanoTime();
            if (left <= 0) {
                throw new NoMessageException(Outcome.TIMED_OUT);
            }
            wait(Math.max(1, left / 1_000_000));
        }
        return new String(messages.poll(), StandardCharsets.UTF_8);
    }

    private void cut() {
        // The hello comes alone: what follows it may be framed in the other way.
        while (broken == null && (chunked ? cutChunk() : messages.isEmpty() && cutAtMark())) {
            // Goes on with what is left.
        }
        if (length > LARGEST || messageLength > LARGEST) {
            broken = Outcome.TOO_LONG;
        }
    }

    private boolean cutAtMark() {
        for (int i = searched; i + END.length <= length; i++) {
            if (Arrays.equals(octets, i, i + END.length, END, 0, END.length)) {
                messages.add(Arrays.copyOf(octets, i));
                drop(i + END.length);
                return true;
            }
        }
        searched = Math.max(0, length - END.length + 1);
        return false;
    }

    /** One chunk, {@code LF # size LF octets}, or the end of chunks, {@code LF ## LF}. */
    private boolean cutChunk() {
        if (length > 0 && octets[0] != '\n' || length > 1 && octets[1] != '#') {
            broken = Outcome.MALFORMED;
            return false;
        }
        if (length < 4) {
            return false;
        }
        if (octets[2] == '#') {
            if (octets[3] != '\n') {
                broken = Outcome.MALFORMED;
                return false;
            }
            messages.add(Arrays.copyOf(message, messageLength));
            messageLength = 0;
            drop(4);
            return true;
        }
        long size = 0;
        for (int i = 2; i < length && i < 13; i++) {
            if (octets[i] == '\n' && i > 2) {
                return takeChunk(i + 1, size);
            }
            if (octets[i] < '0' || octets[i] > '9') {
                break;
            }
            size = size * 10 + octets[i] - '0';
            if (i == length - 1 && i < 12) {
                return false;
            }
        }
        broken = Outcome.MALFORMED;
        return false;
    }

    private boolean takeChunk(int from, long size) {
        if (size > LARGEST) {
            broken = Outcome.TOO_LONG;
            return false;
        }
        int count = (int) size;
        if (length < from + count) {
            return false;
        }
        if (messageLength + count > message.length) {
            message = Arrays.copyOf(message, Math.max(message.length * 2, messageLength + count));
        }
        System.arraycopy(octets, from, message, messageLength, count);
        messageLength += count;
        drop(from + count);
        return true;
    }

    private void drop(int count) {
        System.arraycopy(octets, count, octets, 0, length - count);
        length -= count;
        searched = 0;
    }
}
