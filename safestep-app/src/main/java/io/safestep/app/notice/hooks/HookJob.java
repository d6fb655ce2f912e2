package io.safestep.app.notice.hooks;

import io.safestep.app.job.RegularJob;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Sends what programs of teams have not taken yet. */
@Component
class HookJob implements RegularJob {

    private static final Logger LOG = LoggerFactory.getLogger(HookJob.class);

    private final HookOutbox outbox;
    private final TeamHookRepository hooks;
    private final HookSender sender;

    HookJob(HookOutbox outbox, TeamHookRepository hooks, HookSender sender) {
        this.outbox = outbox;
        this.hooks = hooks;
        this.sender = sender;
    }

    @Override
    public String name() {
        return "team-hooks";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(5);
    }

    /** A program that does not take one message is not sent the next ones before the next time: it would take as long. */
    @Override
    public void execute() {
        Map<Long, Boolean> silent = new HashMap<>();
        for (HookOutbox.Due due : outbox.due()) {
            Optional<TeamHook> hook = hooks.findById(due.team());
            if (hook.isEmpty() || silent.getOrDefault(due.team(), false) || !outbox.claimed(due)) {
                continue;
            }
            HookSender.Outcome outcome = sender.send(hook.get(), due.message());
            if (outcome.taken()) {
                outbox.taken(due.message().id());
            } else {
                LOG.warn(
                        "The program of team {} has not taken message {}.",
                        due.team(),
                        due.message().id());
                outbox.refused(due.message().id(), outcome.words());
                silent.put(due.team(), true);
            }
        }
        outbox.forgetOld();
    }
}
