package io.safestep.app.drift;

import io.safestep.core.drift.FindingState;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A device that was found not to match its baseline, and what people decided about it. */
@Entity
class DriftFinding {

    private static final int LONGEST = 400;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long deviceId;
    private Long baselineBackupId;
    private Long foundBackupId;
    private Long lastGoodBackupId;

    @Enumerated(EnumType.STRING)
    private FindingState state = FindingState.OPEN;

    private String summary;
    private String loggedIn;
    private String changesThen;
    private Instant firstSeenAt;
    private Instant lastCleanAt;
    private Instant matchesAgainAt;
    private Instant endedAt;
    private Instant decideBy;
    private Integer changeNumber;
    private String owner;
    private Instant holdUntil;

    @Version
    private int version;

    protected DriftFinding() {}

    /**
     * @param lastGoodBackupId what the device ran when it was last seen to match; null when it never was
     * @param lastCleanAt when that was, UTC; null when it never was
     * @param changesThen subjects of the changes that ran anywhere at that moment
     */
    DriftFinding(
            Long deviceId,
            Instant firstSeenAt,
            @Nullable Instant lastCleanAt,
            @Nullable Long lastGoodBackupId,
            String changesThen) {
        this.deviceId = deviceId;
        this.firstSeenAt = firstSeenAt;
        this.lastCleanAt = lastCleanAt;
        this.lastGoodBackupId = lastGoodBackupId;
        this.changesThen = changesThen.length() <= 200 ? changesThen : changesThen.substring(0, 200);
        this.loggedIn = "";
    }

    /** What was found, against what was expected. */
    void found(Long baseline, Long found, String inOneLine, String who) {
        baselineBackupId = baseline;
        foundBackupId = found;
        summary = bounded(inOneLine);
        loggedIn = who.isEmpty() ? loggedIn : bounded(who);
        matchesAgainAt = null;
    }

    private static String bounded(String text) {
        return text.length() <= LONGEST ? text : text.substring(0, LONGEST - 2) + " …";
    }

    void matchesAgain(Instant at) {
        matchesAgainAt = at;
    }

    /** @param at UTC; when the state is final, nothing is decided any more */
    void move(FindingState to, Instant at) {
        state = to;
        endedAt = to.isFinal() ? at : null;
        if (to == FindingState.OPEN) {
            owner = null;
            holdUntil = null;
            changeNumber = null;
        }
    }

    void concerns(@Nullable Integer change) {
        changeNumber = change;
    }

    void hold(String login, Instant until) {
        owner = login;
        holdUntil = until;
    }

    void decideBy(Instant at) {
        decideBy = at;
    }

    Long id() {
        return id;
    }

    Long deviceId() {
        return deviceId;
    }

    Long baselineBackupId() {
        return baselineBackupId;
    }

    Long foundBackupId() {
        return foundBackupId;
    }

    Long lastGoodBackupId() {
        return lastGoodBackupId;
    }

    FindingState state() {
        return state;
    }

    String summary() {
        return summary;
    }

    String loggedIn() {
        return loggedIn;
    }

    String changesThen() {
        return changesThen;
    }

    Instant firstSeenAt() {
        return firstSeenAt;
    }

    Instant lastCleanAt() {
        return lastCleanAt;
    }

    /** When the device was seen to match again, UTC; null while it does not. */
    Instant matchesAgainAt() {
        return matchesAgainAt;
    }

    Instant endedAt() {
        return endedAt;
    }

    Instant decideBy() {
        return decideBy;
    }

    /** The change to which it is linked, or that brings the device back. */
    Integer changeNumber() {
        return changeNumber;
    }

    String owner() {
        return owner;
    }

    Instant holdUntil() {
        return holdUntil;
    }

    /** Another one with every change of the finding. */
    int version() {
        return version;
    }
}
