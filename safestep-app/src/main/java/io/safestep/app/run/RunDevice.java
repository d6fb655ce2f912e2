package io.safestep.app.run;

import io.safestep.app.change.ChangeTarget;
import io.safestep.core.run.DeviceProgress;
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
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/** One device of a run. */
@Entity
class RunDevice {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Run run;

    private Long deviceId;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private ChangeTarget target;

    private int position;
    private int wave;
    private boolean written;
    private Long beforeBackupId;
    private Long afterBackupId;
    private String holds;

    @OneToMany(mappedBy = "runDevice", cascade = CascadeType.ALL)
    @OrderBy("id")
    private List<RunStep> steps = new ArrayList<>();

    protected RunDevice() {}

    RunDevice(Run run, ChangeTarget target, int position) {
        this.run = run;
        this.target = target;
        this.deviceId = target.device().id();
        this.position = position;
        this.wave = target.wave();
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
        return target.device().name();
    }

    long deviceId() {
        return deviceId;
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

    void backedUp(Long backupId) {
        beforeBackupId = backupId;
    }

    void backedUpAfter(Long backupId) {
        afterBackupId = backupId;
    }

    boolean written() {
        return written;
    }

    void aboutToBeWritten() {
        written = true;
    }

    void holds(String words) {
        holds = words;
    }

    void add(RunStep step) {
        steps.add(step);
    }

    DeviceProgress progress() {
        Map<Phase, StepState> latest = new EnumMap<>(Phase.class);
        steps.forEach(step -> latest.put(step.phase(), step.state()));
        return new DeviceProgress(name(), target.hasScript(), written, latest);
    }
}
