package io.safestep.core.record;

import io.safestep.core.digest.Sha256;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The last entry of a record at some moment. Whoever keeps it where the record is not can tell later whether what stands
 * before it is still what stood there.
 *
 * @param number of the entry; 0 for a record without entries
 * @param hash of the entry, in which the hashes of all before it are contained: 64 hexadecimal digits
 */
public record RecordHead(long number, String hash) {

    /** Before the first entry. */
    public static final RecordHead START = new RecordHead(0, "0".repeat(64));

    private static final Pattern WRITTEN = Pattern.compile("^\\s*(\\d{1,18})[\\s:]+([0-9a-fA-F]{64})(?:\\s.*)?$");

    /** The head after one more entry, of which nothing is known but the hash of its contents. */
    public RecordHead then(String contents) {
        return new RecordHead(number + 1, new Sha256().text(hash).text(contents).hex());
    }

    public RecordHead then(RecordedAct act) {
        return then(act.contents());
    }

    /** As it is written down: the number, a space, the hash. */
    public String written() {
        return number + " " + hash;
    }

    /**
     * Reads one line in which a head was written down; what stands behind it is ignored. The number and the hash may be
     * divided by a colon, too.
     */
    public static Optional<RecordHead> read(String line) {
        Matcher matcher = WRITTEN.matcher(line);
        return matcher.matches()
                ? Optional.of(new RecordHead(
                        Long.parseLong(matcher.group(1)), matcher.group(2).toLowerCase(Locale.ROOT)))
                : Optional.empty();
    }
}
