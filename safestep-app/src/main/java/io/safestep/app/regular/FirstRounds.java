package io.safestep.app.regular;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.settings.Network;
import io.safestep.core.schedule.Recurrence;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalTime;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The rounds that every installation begins with, so that no device is without a backup because nobody thought of it. */
@Component
class FirstRounds {

    /** Devices are visited one after the other over the better part of a day. */
    private static final int BACKUP_SPREAD_MINUTES = 600;

    private static final int DRIFT_SPREAD_MINUTES = 180;

    private final RegularRounds rounds;
    private final Network network;
    private final JdbcClient jdbc;
    private final boolean given;
    private final Clock clock;

    FirstRounds(
            RegularRounds rounds,
            Network network,
            JdbcClient jdbc,
            @Value("${safestep.first-rounds:true}") boolean given,
            Clock clock) {
        this.rounds = rounds;
        this.network = network;
        this.jdbc = jdbc;
        this.given = given;
        this.clock = clock;
    }

    /** Once in the life of an installation: whoever removes them does not get them again. */
    @EventListener(ApplicationReadyEvent.class)
    @Transactional
    public void give() {
        if (!given
                || jdbc.sql("""
                insert into given_once (what, given_at) values ('regular rounds', :now)
                on conflict do nothing""").param("now", Timestamp.from(clock.instant())).update() == 0
                || !rounds.all().isEmpty()) {
            return;
        }
        add("Daily backup of all devices", "BACK_UP", "FREQ=DAILY", LocalTime.of(20, 0), BACKUP_SPREAD_MINUTES);
        add(
                "All devices looked at for drift",
                "DRIFT",
                "FREQ=HOURLY;INTERVAL=6",
                LocalTime.of(0, 30),
                DRIFT_SPREAD_MINUTES);
    }

    private void add(String name, String action, String rule, LocalTime at, int spreadMinutes) {
        Recurrence times =
                new Recurrence(LocalDate.ofInstant(clock.instant(), network.zone()), at, rule, network.zone());
        rounds.save(null, new RegularRounds.Wanted(name, action, null, times, spreadMinutes, true), AuditLog.SAFE_STEP);
    }
}
