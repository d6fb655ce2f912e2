package io.safestep.app.record.heads;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.audit.RecordReading;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.record.ChainProof;
import io.safestep.core.record.RecordHead;
import java.io.IOException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes the head of the record where the database is not, at regular times, and proves the record against what was written.
 * Without it, who owns the database could write the whole record anew, or cut off its end.
 */
@Service
public class Heads {

    private static final Logger LOG = LoggerFactory.getLogger(Heads.class);

    private final List<HeadWriter> writers;
    private final HeadFile file;
    private final HeadAddressesRepository addresses;
    private final RecordReading record;
    private final AuditLog audit;
    private final JdbcClient jdbc;
    private final Clock clock;

    Heads(
            List<HeadWriter> writers,
            HeadFile file,
            HeadAddressesRepository addresses,
            RecordReading record,
            AuditLog audit,
            JdbcClient jdbc,
            Clock clock) {
        this.writers =
                writers.stream().sorted(Comparator.comparing(HeadWriter::place)).toList();
        this.file = file;
        this.addresses = addresses;
        this.record = record;
        this.audit = audit;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A place, and what was written there last.
     *
     * @param on whether it is said where
     * @param where for people; empty when it is not said
     * @param number of the last head that stands there; null when none does
     * @param hash of it
     * @param at when it was written, UTC
     * @param problem why the last one could not be written; null when it could
     */
    public record PlaceView(
            HeadPlace place,
            boolean on,
            String where,
            @Nullable Long number,
            @Nullable String hash,
            @Nullable Instant at,
            @Nullable String problem) {}

    private record Written(
            RecordHead head, Instant at, @Nullable String problem) {}

    private Optional<Written> last(HeadPlace place, boolean successful) {
        return jdbc.sql("select number, hash, at, problem from record_head where place = :place"
                        + (successful ? " and problem is null" : "") + " order by id desc limit 1")
                .param("place", place.name())
                .query((row, i) -> new Written(
                        new RecordHead(row.getLong("number"), row.getString("hash")),
                        row.getTimestamp("at").toInstant(),
                        row.getString("problem")))
                .optional();
    }

    public List<PlaceView> places() {
        List<PlaceView> all = new ArrayList<>();
        for (HeadWriter writer : writers) {
            Optional<Written> stands = last(writer.place(), true);
            all.add(new PlaceView(
                    writer.place(),
                    writer.isOn(),
                    writer.where(),
                    stands.map(w -> w.head().number()).orElse(null),
                    stands.map(w -> w.head().hash()).orElse(null),
                    stands.map(Written::at).orElse(null),
                    last(writer.place(), false).map(Written::problem).orElse(null)));
        }
        return all;
    }

    /** Writes the head wherever it is time for it. */
    void writeDue() {
        Instant now = clock.instant();
        RecordHead head = record.head();
        for (HeadWriter writer : writers) {
            Optional<Written> stands = last(writer.place(), true);
            boolean due = stands.isEmpty()
                    || !stands.get().head().equals(head)
                            && !stands.get().at().plus(writer.every()).isAfter(now);
            if (writer.isOn() && head.number() > 0 && due) {
                write(writer, head, now);
            }
        }
    }

    /**
     * Writes the head to all places at once, because somebody wants it now.
     *
     * @throws ProblemException when there is no place
     */
    public void writeNow() {
        List<HeadWriter> on = writers.stream().filter(HeadWriter::isOn).toList();
        if (on.isEmpty()) {
            throw ProblemException.refused(
                    "There is no place to write it to. Enter a mail address, or start Safe Step with SAFESTEP_RECORD_HEADS.");
        }
        RecordHead head = record.head();
        on.forEach(writer -> write(writer, head, clock.instant()));
    }

    private void write(HeadWriter writer, RecordHead head, Instant now) {
        String problem = null;
        try {
            writer.write(head, now);
        } catch (HeadWriter.NotWritten e) {
            LOG.warn("The head of the record was not written: {}", e.getMessage(), e);
            problem = e.getMessage();
        }
        jdbc.sql("""
                insert into record_head (number, hash, at, place, problem)
                values (:number, :hash, :at, :place, :problem)""")
                .param("number", head.number())
                .param("hash", head.hash())
                .param("at", Timestamp.from(now))
                .param("place", writer.place().name())
                .param("problem", problem)
                .update();
    }

    /** Version of what is said about the mailing, for {@link #mailTo}. */
    public int version() {
        return addresses.findById(HeadAddresses.ID).map(HeadAddresses::version).orElse(0);
    }

    public List<String> mailed() {
        return addresses
                .findById(HeadAddresses.ID)
                .map(HeadAddresses::addresses)
                .orElse(List.of());
    }

    /** @param wanted mail addresses; empty for no mail */
    @Transactional
    public void mailTo(List<String> wanted, int version, String login) {
        HeadAddresses said = addresses.findById(HeadAddresses.ID).orElseGet(HeadAddresses::new);
        if (said.version() != version) {
            throw ProblemException.moved("Somebody else has said it meanwhile. Look at it again.");
        }
        if (said.addresses().equals(wanted)) {
            return;
        }
        said.say(wanted);
        addresses.saveAndFlush(said);
        audit.write(login, "record", "heads mailed to", wanted.isEmpty() ? "Nobody." : String.join(", ", wanted) + ".");
    }

    /**
     * What a proof of the whole record came to.
     *
     * @param intact whether it is as it was written, as far as the proof goes
     * @param sentences what was found, and what the proof does not cover
     * @param firstBroken the first entry that is not as it was written; null when it is intact
     * @param number of the last entry that was seen
     * @param hash of it
     * @param met how many heads from the file fit
     */
    public record Proof(
            boolean intact,
            List<String> sentences,
            @Nullable Long firstBroken,
            long number,
            String hash,
            int met) {}

    /** Goes along the whole record. */
    public Proof proof() {
        List<String> sentences = new ArrayList<>();
        List<RecordHead> kept = List.of();
        try {
            kept = file.kept();
        } catch (IOException e) {
            LOG.warn("The heads of the record could not be read", e);
            sentences.add("The file with the heads, " + file.where() + ", can't be read: they were not compared.");
        }
        ChainProof proof = record.proof(kept);
        var broken = proof.end();
        broken.ifPresentOrElse(
                b -> sentences.add(0, b.sentence()),
                () -> sentences.add(
                        0,
                        proof.entries() + (proof.entries() == 1 ? " entry stands" : " entries stand")
                                + " as written: none was altered, added or left out."));
        if (broken.isEmpty()) {
            sentences.add(
                    proof.met() > 0
                            ? proof.met()
                                    + (proof.met() == 1
                                            ? " head in the file outside the database fits."
                                            : " heads in the file outside the database fit.")
                            : "No head outside the database was compared: who owns the database could have written all of it"
                                    + " anew.");
        }
        return new Proof(
                broken.isEmpty(),
                sentences,
                broken.map(b -> b.number()).orElse(null),
                proof.head().number(),
                proof.head().hash(),
                proof.met());
    }

    /**
     * Whether a head that somebody has kept is that of the entry in the record.
     *
     * @throws ProblemException when it is none
     */
    public Proof compare(String line) {
        RecordHead kept = RecordHead.read(line)
                .orElseThrow(() -> ProblemException.invalid(
                        "head",
                        "Enter the number of an entry and its hash of 64 hexadecimal digits, as they were written."));
        ChainProof proof = record.proof(List.of(kept));
        var broken = proof.end();
        return new Proof(
                broken.isEmpty(),
                List.of(broken.map(b -> b.sentence())
                        .orElse("Entry " + kept.number()
                                + " is the one whose hash you kept, and everything before it is as it was then.")),
                broken.map(b -> b.number()).orElse(null),
                proof.head().number(),
                proof.head().hash(),
                proof.met());
    }
}
