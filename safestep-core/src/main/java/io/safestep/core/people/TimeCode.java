package io.safestep.core.people;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalLong;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Codes that a telephone shows and that change every 30 seconds: TOTP (RFC 6238) over HOTP (RFC 4226, section 5.3) with
 * HMAC-SHA-1 and six digits, which is what every telephone can.
 */
public final class TimeCode {

    public static final Duration STEP = Duration.ofSeconds(30);
    public static final int DIGITS = 6;

    /** RFC 4226, section 4: at least 128 bits, 160 recommended. */
    public static final int SECRET_BYTES = 20;

    /** RFC 6238, section 5.2: one step on each side, for the time that a code is on its way. */
    private static final int STEPS_AROUND = 1;

    /** How far a clock is looked for that goes wrong, to be able to say so. */
    private static final int STEPS_LOOKED_FOR = 20;

    private static final String BASE32 = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

    private TimeCode() {}

    /** The step in which a moment is, counted from 1970. */
    public static long step(Instant at) {
        return Math.floorDiv(at.getEpochSecond(), STEP.toSeconds());
    }

    /** The code of a step. */
    public static String of(byte[] secret, long step) {
        return of(secret, step, DIGITS);
    }

    /** @param digits 6 to 8 */
    static String of(byte[] secret, long step, int digits) {
        byte[] hash = hmac(secret, ByteBuffer.allocate(Long.BYTES).putLong(step).array());
        int offset = hash[hash.length - 1] & 0x0f;
        int truncated = ByteBuffer.wrap(hash, offset, Integer.BYTES).getInt() & 0x7fff_ffff;
        int modulus = 1;
        for (int i = 0; i < digits; i++) {
            modulus *= 10;
        }
        return String.format("%0" + digits + "d", truncated % modulus);
    }

    private static byte[] hmac(byte[] key, byte[] message) {
        try {
            Mac mac = Mac.getInstance("HmacSHA1");
            mac.init(new SecretKeySpec(key, "RAW"));
            return mac.doFinal(message);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("HMAC-SHA-1 is part of every Java", e);
        }
    }

    /**
     * Looks whether a code is right now.
     *
     * @param code as it was typed; blanks in it do not count
     * @param lastStep the step of the code that was taken last: no code is taken twice (RFC 6238, section 5.2)
     * @return the step to which it belongs; empty when it is not right, or was taken already
     */
    public static OptionalLong accepted(byte[] secret, String code, Instant now, long lastStep) {
        String typed = bare(code);
        long step = step(now);
        for (long s = step - STEPS_AROUND; s <= step + STEPS_AROUND; s++) {
            if (s > lastStep && same(of(secret, s), typed)) {
                return OptionalLong.of(s);
            }
        }
        return OptionalLong.empty();
    }

    /**
     * How much the clock of the telephone is wrong that shows this code.
     *
     * @return positive when it is ahead; empty when the code is none of the next or last ten minutes
     */
    public static Optional<Duration> clockError(byte[] secret, String code, Instant now) {
        String typed = bare(code);
        long step = step(now);
        for (int off = STEPS_AROUND + 1; off <= STEPS_LOOKED_FOR; off++) {
            if (same(of(secret, step + off), typed)) {
                return Optional.of(STEP.multipliedBy(off));
            }
            if (same(of(secret, step - off), typed)) {
                return Optional.of(STEP.multipliedBy(-off));
            }
        }
        return Optional.empty();
    }

    private static String bare(String code) {
        return code.replaceAll("\\s", "");
    }

    /** In the same time whatever differs. */
    private static boolean same(String one, String other) {
        int different = one.length() ^ other.length();
        for (int i = 0; i < one.length(); i++) {
            different |= one.charAt(i) ^ (i < other.length() ? other.charAt(i) : 0);
        }
        return different == 0;
    }

    /** A secret as it is typed into a telephone: Base32 (RFC 4648, section 6), without padding. */
    public static String base32(byte[] secret) {
        StringBuilder text = new StringBuilder();
        int buffer = 0;
        int bits = 0;
        for (byte octet : secret) {
            buffer = buffer << Byte.SIZE | octet & 0xff;
            bits += Byte.SIZE;
            while (bits >= 5) {
                bits -= 5;
                text.append(BASE32.charAt(buffer >> bits & 31));
            }
            buffer &= (1 << bits) - 1;
        }
        if (bits > 0) {
            text.append(BASE32.charAt(buffer << 5 - bits & 31));
        }
        return text.toString();
    }
}
