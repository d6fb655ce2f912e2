package io.safestep.app.run.views;

import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.run.driving.RunEnd;
import io.safestep.app.run.journal.RunSignals;
import io.safestep.app.run.views.RunView.Line;
import io.safestep.app.sight.Sight;
import io.safestep.core.people.Right;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.jdbc.autoconfigure.JdbcConnectionDetails;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Sends the lines of runs to browsers as they are written, whichever process writes them: it is woken by the database
 * ({@link RunSignals}), with a connection of its own. Who was away gets what was missed.
 */
@Component
public class RunEvents {

    private static final Logger LOG = LoggerFactory.getLogger(RunEvents.class);
    private static final long LONGEST_MILLIS = TimeUnit.MINUTES.toMillis(30);

    /** After so long without a word all are looked after: a signal may have been lost with its sender. */
    private static final int QUIET_MILLIS = 3_000;

    /** So often in such quiet a browser is told that the stream still lives. */
    private static final int QUIETS_BETWEEN_SIGNS = 5;

    private static final long AGAIN_MILLIS = 1_000;

    /** So often it is asked whether who reads may still read what they were let in for. */
    private static final Duration ASKED_AGAIN = Duration.ofSeconds(5);

    /** @param names of the devices, by the id that they have in the run */
    private record Reader(
            long runId,
            Map<Long, String> names,
            Sight sight,
            SseEmitter emitter,
            AtomicLong last,
            AtomicLong quiet,
            AtomicLong askedMillis) {}

    private final RunViews views;
    private final RunEnd end;
    private final People people;
    private final Clock clock;
    private final JdbcConnectionDetails database;
    private final Set<Reader> readers = ConcurrentHashMap.newKeySet();
    private volatile boolean closed;
    private volatile @Nullable Connection listening;
    private final ScheduledExecutorService listener = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "run-events");
        thread.setDaemon(true);
        return thread;
    });

    RunEvents(RunViews views, RunEnd end, People people, Clock clock, JdbcConnectionDetails database) {
        this.views = views;
        this.end = end;
        this.people = people;
        this.clock = clock;
        this.database = database;
        // Begins again a moment after the connection was lost.
        listener.scheduleWithFixedDelay(this::listen, 0, AGAIN_MILLIS, TimeUnit.MILLISECONDS);
    }

    /**
     * @param after the id of the last line that the browser has
     * @param sight of who reads: lines about devices that they do not see are not sent
     */
    public SseEmitter open(long runId, long after, Sight sight) {
        Map<Long, String> names = views.names(runId); // a run that does not exist is said at once
        SseEmitter emitter = new SseEmitter(LONGEST_MILLIS);
        Reader reader = new Reader(
                runId, names, sight, emitter, new AtomicLong(after), new AtomicLong(), new AtomicLong(clock.millis()));
        emitter.onCompletion(() -> readers.remove(reader));
        emitter.onTimeout(() -> readers.remove(reader));
        emitter.onError(e -> readers.remove(reader));
        readers.add(reader);
        tell(Stream.of(reader));
        return emitter;
    }

    private void listen() {
        try (Connection connection =
                DriverManager.getConnection(database.getJdbcUrl(), database.getUsername(), database.getPassword())) {
            listening = connection;
            try (Statement statement = connection.createStatement()) {
                statement.execute("listen " + RunSignals.CHANNEL);
            }
            PGConnection notified = connection.unwrap(PGConnection.class);
            tell(readers.stream()); // what came while nobody listened
            while (!closed) {
                PGNotification[] signals = notified.getNotifications(QUIET_MILLIS);
                Set<Long> moved = moved(signals);
                tell(moved.isEmpty() ? readers.stream() : readers.stream().filter(r -> moved.contains(r.runId())));
            }
        } catch (SQLException e) {
            if (!closed) {
                LOG.warn("Runs can't be watched now; trying again: {}", e.getMessage());
            }
        } catch (RuntimeException e) {
            LOG.error("Runs can't be watched now; trying again.", e);
        }
    }

    private static Set<Long> moved(PGNotification @Nullable [] signals) {
        return signals == null
                ? Set.of()
                : Arrays.stream(signals)
                        .flatMap(s -> Stream.of(s.getParameter().split(",")))
                        .map(Long::valueOf)
                        .collect(Collectors.toSet());
    }

    private void tell(Stream<Reader> some) {
        some.forEach(reader -> {
            try {
                synchronized (reader.emitter()) {
                    tell(reader);
                }
            } catch (IOException | IllegalStateException e) {
                LOG.debug("A browser left run {}: {}", reader.runId(), e.getMessage());
                readers.remove(reader);
            } catch (RuntimeException e) {
                LOG.warn("Events of run {} can't be read now: {}", reader.runId(), e.getMessage());
            }
        });
    }

    /** A stream is let in once and lasts: who is retired meanwhile, or sees other devices, has to ask anew. */
    private boolean mayGoOn(Reader reader) {
        long now = clock.millis();
        if (now - reader.askedMillis().get() < ASKED_AGAIN.toMillis()) {
            return true;
        }
        reader.askedMillis().set(now);
        return people.known(reader.sight().login())
                .filter(Person::isPresent)
                .filter(p -> p.rights().contains(Right.READ))
                .filter(p -> reader.sight().scope().isWithin(p.scope()))
                .isPresent();
    }

    private void tell(Reader reader) throws IOException {
        if (!mayGoOn(reader)) {
            reader.emitter().complete();
            readers.remove(reader);
            return;
        }
        boolean ended = end.reached(reader.runId());
        boolean quiet = true;
        for (List<Line> lines = missing(reader); !lines.isEmpty(); lines = missing(reader)) {
            quiet = false;
            for (Line line : lines) {
                if (line.isFor(reader.sight())) {
                    reader.emitter()
                            .send(SseEmitter.event()
                                    .id(Long.toString(line.id()))
                                    .name("line")
                                    .data(line.told(reader.sight())));
                }
                reader.last().set(line.id());
            }
        }
        if (ended) {
            reader.emitter().send(SseEmitter.event().name("ended").data("ended"));
            reader.emitter().complete();
            readers.remove(reader);
        } else if (quiet && reader.quiet().incrementAndGet() % QUIETS_BETWEEN_SIGNS == 0) {
            reader.emitter().send(SseEmitter.event().comment("still here"));
        }
    }

    private List<Line> missing(Reader reader) {
        return views.lines(reader.runId(), reader.last().get(), reader.names());
    }

    @PreDestroy
    void close() throws SQLException {
        closed = true;
        listener.shutdownNow();
        Connection open = listening;
        if (open != null) {
            open.close();
        }
        readers.forEach(r -> r.emitter().complete());
    }
}
