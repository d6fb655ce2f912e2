package io.safestep.practice.netconf;

import java.io.BufferedInputStream;
import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;

/** Messages on the wire: end-of-message framing until both sides have said 1.1, chunks after that (RFC 6242, section 4). */
final class Framing {

    private static final byte[] END = "]]>]]>".getBytes(StandardCharsets.US_ASCII);
    private static final int LARGEST = 32 * 1024 * 1024;

    private final InputStream in;
    private final OutputStream out;
    private boolean chunked;

    Framing(InputStream in, OutputStream out) {
        this.in = new BufferedInputStream(in);
        this.out = out;
    }

    void useChunks() {
        chunked = true;
    }

    /** @return the next message, or null at the end of the stream */
    @Nullable
    String read() throws IOException {
        try {
            return chunked ? readChunks() : readToEnd();
        } catch (EOFException e) {
            return null;
        }
    }

    private int next() throws IOException {
        int b = in.read();
        if (b < 0) {
            throw new EOFException();
        }
        return b;
    }

    private String readToEnd() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        int matched = 0;
        while (matched < END.length) {
            int b = next();
            bytes.write(b);
            matched = b == END[matched] ? matched + 1 : b == END[0] ? 1 : 0;
            if (bytes.size() > LARGEST) {
                throw new IOException("the message is too long");
            }
        }
        return bytes.toString(StandardCharsets.UTF_8).substring(0, bytes.size() - END.length);
    }

    private String readChunks() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        while (true) {
            expect('\n');
            expect('#');
            int b = next();
            if (b == '#') {
                expect('\n');
                return bytes.toString(StandardCharsets.UTF_8);
            }
            long size = 0;
            for (; b != '\n'; b = next()) {
                if (b < '0' || b > '9' || size > LARGEST) {
                    throw new IOException("the size of a chunk can't be read");
                }
                size = size * 10 + b - '0';
            }
            if (size == 0 || bytes.size() + size > LARGEST) {
                throw new IOException("the size of a chunk is not allowed");
            }
            byte[] chunk = in.readNBytes((int) size);
            if (chunk.length < size) {
                throw new EOFException();
            }
            bytes.write(chunk);
        }
    }

    private void expect(char c) throws IOException {
        if (next() != c) {
            throw new IOException("a chunk does not begin where it should");
        }
    }

    void write(String message) throws IOException {
        byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
        if (chunked) {
            out.write(("\n#" + bytes.length + "\n").getBytes(StandardCharsets.US_ASCII));
            out.write(bytes);
            out.write("\n##\n".getBytes(StandardCharsets.US_ASCII));
        } else {
            out.write(bytes);
            out.write(END);
        }
        out.flush();
    }
}
