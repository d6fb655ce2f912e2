package io.safestep.core.record;

import io.safestep.core.digest.Sha256;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * One thing that somebody did, as the record holds it.
 *
 * @param number its place in the record: 1, 2, 3 and so on without gaps
 * @param at when, UTC, in milliseconds
 * @param person log-in of who did it; {@code safe-step} for the software itself
 * @param subject what it is about, for example {@code CR-1001} or a device's name
 * @param action what was done, in a few words
 * @param detail a sentence
 * @param token id of the token with which a program did it; null when a person did
 * @param salt 32 hexadecimal digits by chance, so that nobody finds out by trying what an entry says of which only the hash
 *     is told
 */
public record RecordedAct(
        long number,
        Instant at,
        String person,
        String subject,
        String action,
        String detail,
        @Nullable Long token,
        String salt) {

    /** Hash of all that it says (SHA-256, 64 hexadecimal digits). It may be told where the entry itself is not. */
    public String contents() {
        return new Sha256()
                .text(String.valueOf(number))
                .text(at.toString())
                .text(person)
                .text(subject)
                .text(action)
                .text(detail)
                .text(token == null ? "" : token.toString())
                .text(salt)
                .hex();
    }
}
