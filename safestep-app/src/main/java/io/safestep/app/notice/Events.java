package io.safestep.app.notice;

import io.safestep.app.backup.BackedUp;
import io.safestep.app.backup.BackupFailed;
import io.safestep.app.drift.DriftFound;
import io.safestep.app.rule.RuleBroken;
import java.sql.Timestamp;
import java.time.Clock;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Stores what people should know, in the transaction in which it happens. */
@Component
class Events {

    private final JdbcClient jdbc;
    private final Clock clock;

    Events(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    @EventListener
    void on(DriftFound found) {
        store(
                NoticeKind.FOUND_CHANGED,
                found.deviceId(),
                found.summary() + (found.loggedIn().isEmpty() ? "" : ". Logged in: " + found.loggedIn()),
                "/drift/" + found.findingId());
    }

    @EventListener
    void on(BackedUp backup) {
        if (backup.newlyUnsaved()) {
            store(NoticeKind.UNSAVED, backup.deviceId(), "Running and startup differ", "/drift/unsaved");
        }
    }

    @EventListener
    void on(BackupFailed failed) {
        store(NoticeKind.BACKUP_FAILED, failed.deviceId(), failed.problem(), "/backups");
    }

    @EventListener
    void on(RuleBroken broken) {
        store(
                NoticeKind.RULE_BROKEN,
                broken.deviceId(),
                broken.rule() + ": " + broken.sentence(),
                "/library/rules/" + broken.ruleId());
    }

    private void store(NoticeKind kind, long deviceId, String words, String link) {
        jdbc.sql("""
                insert into notice_event (kind, device_id, words, link, at)
                values (:kind, :deviceId, :words, :link, :now)""")
                .param("kind", kind.name())
                .param("deviceId", deviceId)
                .param("words", words)
                .param("link", link)
                .param("now", Timestamp.from(clock.instant()))
                .update();
    }
}
