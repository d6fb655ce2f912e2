package io.safestep.app.audit;

import io.safestep.core.record.RecordHead;
import io.safestep.core.record.RecordedAct;
import jakarta.persistence.EntityManager;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The append-only record of who did what. The front door of this package. */
@Service
public class AuditLog {

    /** The person named for what Safe Step does by itself. */
    public static final String SAFE_STEP = "safe-step";

    /** Any fixed number: entries are written one after the other, whichever process writes them. */
    private static final long CHAIN_LOCK = 7_701L;

    private static final int SALT_BYTES = 16;
    private static final SecureRandom CHANCE = new SecureRandom();
    private static final int MOST_OF_A_TOKEN = 500;

    private final AuditEntries entries;
    private final EntityManager entityManager;
    private final ActingWith acting;
    private final Clock clock;

    AuditLog(AuditEntries entries, EntityManager entityManager, ActingWith acting, Clock clock) {
        this.entries = entries;
        this.entityManager = entityManager;
        this.acting = acting;
        this.clock = clock;
    }

    /**
     * Writes an entry in the transaction of what it is about: both happen or neither does.
     *
     * @param person log-in name
     * @param subject what it is about, for example {@code CR-1001} or a device's name
     * @param action a short name in plain words, for example {@code approved}
     * @param detail a sentence; must not hold secrets
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(String person, String subject, String action, String detail) {
        writeAll(person, List.of(new Line(subject, action, detail)));
    }

    private RecordHead head() {
        return entries.findFirstByOrderByIdDesc().map(AuditEntry::head).orElse(RecordHead.START);
    }

    private static String salt() {
        byte[] bytes = new byte[SALT_BYTES];
        CHANCE.nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }

    private @Nullable Long token() {
        return acting.token().map(ActingWith.Token::id).orElse(null);
    }

    /** The entry itself names the token, wherever it is read. */
    private String told(String detail) {
        return acting.token()
                .map(token -> detail + " (By a program, with the token " + token.name() + ".)")
                .orElse(detail);
    }

    private void lock() {
        entityManager
                .createNativeQuery("select cast(pg_advisory_xact_lock(:lock) as text)")
                .setParameter("lock", CHAIN_LOCK)
                .getSingleResult();
    }

    /**
     * One of many entries that are written at once.
     *
     * @param subject what it is about
     * @param action a short name in plain words
     * @param detail a sentence; must not hold secrets
     */
    public record Line(String subject, String action, String detail) {}

    /** Writes many entries in the transaction of what they are about. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void writeAll(String person, List<Line> lines) {
        if (lines.isEmpty()) {
            return;
        }
        lock();
        RecordHead before = head();
        Instant now = clock.instant().truncatedTo(ChronoUnit.MILLIS);
        List<AuditEntry> written = new ArrayList<>();
        for (Line line : lines) {
            RecordedAct act = new RecordedAct(
                    before.number() + 1,
                    now,
                    person,
                    line.subject(),
                    line.action(),
                    told(line.detail()),
                    token(),
                    salt());
            AuditEntry entry = new AuditEntry(act, before);
            entityManager.persist(entry);
            written.add(entry);
            before = entry.head();
        }
        entityManager.flush();
        // Forgotten at once: thousands that are looked at anew at each step would take minutes.
        written.forEach(entityManager::detach);
    }

    @Transactional(readOnly = true)
    public List<RecordEntry> about(String subject) {
        return entries.findBySubjectOrderById(subject).stream()
                .map(AuditEntry::act)
                .map(a -> new RecordEntry(a.at(), a.person(), a.action(), a.detail()))
                .toList();
    }

    /** What was done with a token, newest first, at most 500. */
    @Transactional(readOnly = true)
    public List<TokenEntry> with(long token) {
        return entries.findByTokenOrderByIdDesc(token, Limit.of(MOST_OF_A_TOKEN)).stream()
                .map(AuditEntry::act)
                .map(a -> new TokenEntry(a.at(), a.subject(), a.action(), a.detail()))
                .toList();
    }

    /**
     * What a program did.
     *
     * @param at UTC
     * @param subject what it was about
     */
    public record TokenEntry(Instant at, String subject, String action, String detail) {}
}
