package io.safestep.app.run.views;

import io.safestep.app.run.driving.RunEnd;
import io.safestep.app.run.views.RunView.Line;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells browsers what happens in runs, as server-sent events. The stored lines are the events, so that it does not matter
 * which process drives the run, and a browser that comes back gets what it missed.
 */
@Component
public class RunEvents {

    private static final Logger LOG = LoggerFactory.getLogger(RunEvents.class);
    private static final long LOOK_MILLIS = 100;
    private static final long LONGEST_MILLIS = TimeUnit.MINUTES.toMillis(30);
    private static final int LOOKS_BETWEEN_SIGNS = 150;

    /** @param names of the devices, by the id that they have in the run */
    private record Stream(long runId, Map<Long, String> names, SseEmitter emitter, AtomicLong last, AtomicLong looks) {}

    private final RunViews views;
    private final RunEnd end;
    private final Set<Stream> streams = ConcurrentHashMap.newKeySet();
    private final ScheduledExecutorService looking = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "run-events");
        thread.setDaemon(true);
        return thread;
    });

    RunEvents(RunViews views, RunEnd end) {
        this.views = views;
        this.end = end;
        looking.scheduleWithFixedDelay(this::look, LOOK_MILLIS, LOOK_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** @param after the id of the last line that the browser has */
    public SseEmitter open(long runId, long after) {
        Map<Long, String> names = views.names(runId); // a run that does not exist is said at once
        SseEmitter emitter = new SseEmitter(LONGEST_MILLIS);
        Stream stream = new Stream(runId, names, emitter, new AtomicLong(after), new AtomicLong());
        emitter.onCompletion(() -> streams.remove(stream));
        emitter.onTimeout(() -> streams.remove(stream));
        emitter.onError(e -> streams.remove(stream));
        streams.add(stream);
        return emitter;
    }

    private void look() {
        for (Stream stream : streams) {
            try {
                tell(stream);
            } catch (IOException | IllegalStateException e) {
                LOG.debug("A browser left run {}: {}", stream.runId(), e.getMessage());
                streams.remove(stream);
            } catch (RuntimeException e) {
                LOG.warn("Events of run {} can't be read now: {}", stream.runId(), e.getMessage());
            }
        }
    }

    private void tell(Stream stream) throws IOException {
        boolean ended = end.reached(stream.runId());
        List<Line> lines = views.lines(stream.runId(), stream.last().get(), stream.names());
        for (Line line : lines) {
            stream.emitter()
                    .send(SseEmitter.event()
                            .id(Long.toString(line.id()))
                            .name("line")
                            .data(line));
            stream.last().set(line.id());
        }
        if (ended && lines.isEmpty()) {
            stream.emitter().send(SseEmitter.event().name("ended").data("ended"));
            stream.emitter().complete();
            streams.remove(stream);
        } else if (lines.isEmpty() && stream.looks().incrementAndGet() % LOOKS_BETWEEN_SIGNS == 0) {
            stream.emitter().send(SseEmitter.event().comment("still here"));
        }
    }

    @PreDestroy
    void close() {
        looking.shutdownNow();
        streams.forEach(s -> s.emitter().complete());
    }
}
