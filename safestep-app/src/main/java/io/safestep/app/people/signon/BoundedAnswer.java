package io.safestep.app.people.signon;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.client.ClientHttpResponse;

/** An answer of which so much is read as a provider can mean, and no more: not all that somebody sends is kept in memory. */
record BoundedAnswer(ClientHttpResponse answer) implements ClientHttpResponse {

    /** Claims and keys come to some kilobytes. */
    static final int MOST_BYTES = 1 << 20;

    @Override
    public InputStream getBody() throws IOException {
        return new Bounded(answer.getBody());
    }

    @Override
    public HttpHeaders getHeaders() {
        return answer.getHeaders();
    }

    @Override
    public HttpStatusCode getStatusCode() throws IOException {
        return answer.getStatusCode();
    }

    @Override
    public String getStatusText() throws IOException {
        return answer.getStatusText();
    }

    @Override
    public void close() {
        answer.close();
    }

    private static final class Bounded extends FilterInputStream {

        private int left = MOST_BYTES;

        Bounded(InputStream in) {
            super(in);
        }

        @Override
        public int read() throws IOException {
            int octet = super.read();
            if (octet >= 0) {
                count(1);
            }
            return octet;
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            int got = super.read(into, from, length);
            count(Math.max(got, 0));
            return got;
        }

        private void count(int got) throws IOException {
            left -= got;
            if (left < 0) {
                // Whoever closes an answer reads the rest of it first, which may have no end.
                in.close();
                throw new IOException("The answer is longer than " + MOST_BYTES + " bytes.");
            }
        }
    }
}
