package io.safestep.app.testing;

import io.safestep.core.people.TimeCode;
import java.io.ByteArrayOutputStream;
import java.time.Instant;

/** What a telephone makes of a secret that is typed into it: Base32 (RFC 4648, section 6), blanks do not count. */
public final class Telephone {

    private final byte[] secret;

    public Telephone(String typed) {
        ByteArrayOutputStream octets = new ByteArrayOutputStream();
        int buffer = 0;
        int bits = 0;
        for (char c : typed.replace(" ", "").toCharArray()) {
            buffer = buffer << 5 | "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".indexOf(c);
            bits += 5;
            if (bits >= 8) {
                bits -= 8;
                octets.write(buffer >> bits & 0xff);
            }
            buffer &= (1 << bits) - 1;
        }
        secret = octets.toByteArray();
    }

    public byte[] secret() {
        return secret.clone();
    }

    /** The code that it shows now, or so many steps of 30 seconds later. */
    public String shows(int stepsLater) {
        return TimeCode.of(secret, TimeCode.step(Instant.now()) + stepsLater);
    }
}
