package io.safestep.app.run.views;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.springframework.stereotype.Service;

/** What is on record about the runs of a change. */
@Service
public class RunRecords {

    private final RunViews views;
    private final RunCheckViews checks;

    RunRecords(RunViews views, RunCheckViews checks) {
        this.views = views;
        this.checks = checks;
    }

    /** Oldest first. */
    public List<RunView> ofChange(int number) {
        List<RunView> runs = new ArrayList<>(views.ofChange(number));
        Collections.reverse(runs);
        return runs;
    }

    /** What its checks found, worst first. */
    public RunChecks checks(long runId) {
        return checks.of(runId);
    }

    /** Everything that was said in a run, oldest first; secrets are masked since they were never written down. */
    public List<RunView.Line> lines(long runId) {
        List<RunView.Line> all = new ArrayList<>();
        List<RunView.Line> some = views.lines(runId, 0);
        while (!some.isEmpty()) {
            all.addAll(some);
            some = views.lines(runId, some.get(some.size() - 1).id());
        }
        return all;
    }
}
