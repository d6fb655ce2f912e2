package io.safestep.app.run.phases;

import io.safestep.app.run.journal.RunJournal;
import io.safestep.core.config.script.Script;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.PushListener;
import java.util.List;

/** Writes down every command of a push before it is sent, and what the device answers; secrets are masked in both. */
class SentCommands implements PushListener {

    private final DeviceWork work;
    private final boolean stoppable;
    private final RunJournal journal;
    private final List<String> shown;
    private final boolean[] secret;
    private int last = -1;

    SentCommands(DeviceWork work, Script script, boolean stoppable, RunJournal journal) {
        this.work = work;
        this.stoppable = stoppable;
        this.journal = journal;
        this.shown = work.engine().maskedLines(script);
        this.secret = new boolean[shown.size()];
        for (int i = 0; i < secret.length; i++) {
            secret[i] = !shown.get(i).strip().equals(script.lines().get(i).text());
        }
    }

    @Override
    public boolean before(int index) {
        last = index;
        return journal.sending(work.drive(), work.runDeviceId(), shown.get(index), stoppable);
    }

    @Override
    public void after(int index, String answer) {
        if (!answer.isBlank()) {
            journal.heard(
                    work.drive(),
                    work.runDeviceId(),
                    secret[index] ? "(an answer to a command with a secret; not shown)" : answer.strip());
        }
    }

    /** The same failure, without the secret that the device repeats in its refusal. */
    DeviceException withoutSecret(DeviceException e) {
        boolean repeats = e.reason() == DeviceException.Reason.LINE_REFUSED && last >= 0 && secret[last];
        return repeats
                ? new DeviceException(
                        e.reason(), work.name() + " refused command " + (last + 1) + ", which holds a secret.")
                : e;
    }
}
