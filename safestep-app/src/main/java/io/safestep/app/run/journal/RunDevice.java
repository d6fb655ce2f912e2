package io.safestep.app.run.journal;

import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.app.device.StoredDevice;
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
public class RunDevice {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Run run;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private StoredDevice device;

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
    public RunDevice(Run run, ChangeTarget target, int position, boolean timer) {
        this.run = run;
        this.target = target;
        this.device = target.reference();
        this.position = position;
        this.wave = target.wave();
        this.hasScript = target.hasScript();
        this.timer = timer;
    }

    public Long id() {
        return id;
    }

    public Run run() {
        return run;
    }

    public ChangeTarget target() {
        return target;
    }

    public String name() {
        return device().name();
    }

    public Device device() {
        return device.snapshot();
    }

    public long deviceId() {
        return device().id();
    }

    public int wave() {
        return wave;
    }

    public Long beforeBackupId() {
        return beforeBackupId;
    }

    public Long afterBackupId() {
        return afterBackupId;
    }

    /** What the device really holds, as last read, in words. */
    public String holds() {
        return holds;
    }

    List<RunStep> steps() {
        return steps;
    }

    public boolean written() {
        return written;
    }

    public boolean hasScript() {
        return hasScript;
    }

    public boolean timer() {
        return timer;
    }

    String timerToken() {
        return timerToken;
    }

    /** When the timer on the device ends; null when none is known to run. */
    public Instant timerUntil() {
        return timerUntil;
    }

    public boolean takenBack() {
        return takenBack;
    }

    public void takeBack() {
        takenBack = true;
    }

    public boolean skipped() {
        return skipped;
    }

    public String skippedBy() {
        return skippedBy;
    }

    public String skipReason() {
        return skipReason;
    }

    public void skip(String login, String reason) {
        skipped = true;
        skippedBy = login;
        skipReason = reason;
    }

    boolean wholeBack() {
        return wholeBack;
    }

    public void goBackAsAWhole() {
        wholeBack = true;
    }

    /** The latest state of a phase; null when it was not begun. */
    public StepState latest(Phase phase) {
        return steps.stream()
                .filter(s -> s.phase() == phase)
                .reduce((a, b) -> b)
                .map(RunStep::state)
                .orElse(null);
    }
}
