package io.safestep.app.run;

import io.safestep.app.change.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import jakarta.persistence.CascadeType;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderBy;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.hibernate.annotations.DynamicUpdate;

/** One device of a run. */
@Entity
@DynamicUpdate // the driver writes some columns while others are moved here
class RunDevice {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Run run;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Device device;

    /** Heavy with what was written and derived. */
    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private ChangeTarget target;

    private int position;
    private int wave;
    private boolean hasScript;
    private boolean timer;
    private String timerToken;
    private Instant timerUntil;
    private boolean written;
    private boolean takenBack;
    private boolean skipped;
    private String skippedBy;
    private String skipReason;
    private boolean wholeBack;
    private Long beforeBackupId;
    private Long afterBackupId;
    private String holds;

    @OneToMany(mappedBy = "runDevice", cascade = CascadeType.ALL)
    @OrderBy("id")
    private List<RunStep> steps = new ArrayList<>();

    protected RunDevice() {}

    /** @param timer its platform has a dead-man timer */
    RunDevice(Run run, ChangeTarget target, int position, boolean timer) {
        this.run = run;
        this.target = target;
        this.device = target.device();
        this.position = position;
        this.wave = target.wave();
        this.hasScript = target.hasScript();
        this.timer = timer;
    }

    Long id() {
        return id;
    }

    Run run() {
        return run;
    }

    ChangeTarget target() {
        return target;
    }

    String name() {
        return device.name();
    }

    Device device() {
        return device;
    }

    long deviceId() {
        return device.id();
    }

    int wave() {
        return wave;
    }

    Long beforeBackupId() {
        return beforeBackupId;
    }

    Long afterBackupId() {
        return afterBackupId;
    }

    /** What the device really holds, as last read, in words. */
    String holds() {
        return holds;
    }

    List<RunStep> steps() {
        return steps;
    }

    boolean written() {
        return written;
    }

    boolean hasScript() {
        return hasScript;
    }

    boolean timer() {
        return timer;
    }

    String timerToken() {
        return timerToken;
    }

    /** When the timer on the device ends; null when none is known to run. */
    Instant timerUntil() {
        return timerUntil;
    }

    boolean takenBack() {
        return takenBack;
    }

    void takeBack() {
        takenBack = true;
    }

    boolean skipped() {
        return skipped;
    }

    String skippedBy() {
        return skippedBy;
    }

    String skipReason() {
        return skipReason;
    }

    void skip(String login, String reason) {
        skipped = true;
        skippedBy = login;
        skipReason = reason;
    }

    boolean wholeBack() {
        return wholeBack;
    }

    void goBackAsAWhole() {
        wholeBack = true;
    }

    /** The latest state of a phase; null when it was not begun. */
    StepState latest(Phase phase) {
        return steps.stream()
                .filter(s -> s.phase() == phase)
                .reduce((a, b) -> b)
                .map(RunStep::state)
                .orElse(null);
    }
}
