package io.safestep.app.run;

import io.safestep.app.change.RunOrder;
import io.safestep.core.change.FailureRule;
import io.safestep.core.run.Decision.Hold;
import io.safestep.core.run.RunPicture.Pause;
import io.safestep.core.run.RunState;
import io.safestep.core.schedule.Occurrence;
import io.safestep.core.schedule.RunEstimate;
import jakarta.persistence.CascadeType;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderBy;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One execution of a change. */
@Entity
@DynamicUpdate // the driver writes some columns while others are moved here
class Run {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long changeId;

    @Enumerated(EnumType.STRING)
    private RunState state = RunState.WAITING;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String seal;

    private String startedBy;
    private Instant startedAt;
    private Instant endedAt;
    private Instant estimatedEnd;
    private Instant turnBackAt;
    private Instant windowOpensAt;
    private Instant windowClosesAt;

    /** The freeze that makes the window end early; null when none does. */
    private String freezeName;

    private Instant stopRequestedAt;
    private String stopRequestedBy;
    private String verdict;
    private int epoch;

    @Enumerated(EnumType.STRING)
    private FailureRule failureRule;

    private int pauseBetweenWaves;
    private boolean turningBack;

    @Enumerated(EnumType.STRING)
    private Pause pause = Pause.NONE;

    private long wayBackSeconds;

    @Enumerated(EnumType.STRING)
    private Hold.Reason holdReason;

    private String holdDevices;
    private Instant heldSince;

    @OneToMany(mappedBy = "run", cascade = CascadeType.ALL)
    @OrderBy("position")
    private List<RunDevice> devices = new ArrayList<>();

    protected Run() {}

    Run(
            Long changeId,
            String seal,
            String startedBy,
            Instant startedAt,
            RunEstimate estimate,
            Occurrence window,
            String freeze,
            RunOrder order) {
        this.changeId = changeId;
        this.seal = seal;
        this.startedBy = startedBy;
        this.startedAt = startedAt;
        this.estimatedEnd = startedAt.plus(estimate.forward());
        this.turnBackAt = window.end().minus(estimate.wayBack());
        this.wayBackSeconds = estimate.wayBack().toSeconds();
        this.failureRule = order.failureRule();
        this.pauseBetweenWaves = order.pauseSeconds();
        this.windowOpensAt = window.start();
        this.windowClosesAt = window.end();
        this.freezeName = freeze;
    }

    Long id() {
        return id;
    }

    Long changeId() {
        return changeId;
    }

    RunState state() {
        return state;
    }

    String seal() {
        return seal;
    }

    String startedBy() {
        return startedBy;
    }

    Instant startedAt() {
        return startedAt;
    }

    Instant endedAt() {
        return endedAt;
    }

    Instant estimatedEnd() {
        return estimatedEnd;
    }

    Instant turnBackAt() {
        return turnBackAt;
    }

    Occurrence window() {
        return new Occurrence(windowOpensAt, windowClosesAt);
    }

    Instant stopRequestedAt() {
        return stopRequestedAt;
    }

    String stopRequestedBy() {
        return stopRequestedBy;
    }

    String verdict() {
        return verdict;
    }

    List<RunDevice> devices() {
        return devices;
    }

    void add(RunDevice device) {
        devices.add(device);
    }

    void go(RunState newState) {
        state = newState;
    }

    int epoch() {
        return epoch;
    }

    FailureRule failureRule() {
        return failureRule;
    }

    int pauseBetweenWaves() {
        return pauseBetweenWaves;
    }

    boolean turningBack() {
        return turningBack;
    }

    void turnBack() {
        turningBack = true;
    }

    Pause pause() {
        return pause;
    }

    void pauseAt(Pause place) {
        pause = place;
    }

    long wayBackSeconds() {
        return wayBackSeconds;
    }

    /** What a person is asked about; null when nobody is asked. */
    Hold.Reason holdReason() {
        return holdReason;
    }

    List<String> holdDevices() {
        return devicesNamed(holdDevices);
    }

    /** @param stored names as they are stored; null for none */
    static List<String> devicesNamed(String stored) {
        return stored == null || stored.isEmpty() ? List.of() : List.of(stored.split(","));
    }

    Instant heldSince() {
        return heldSince;
    }

    /** Moves the end of the window for this run alone. */
    void lengthen(Instant until) {
        turnBackAt = turnBackAt.plus(Duration.between(windowClosesAt, until));
        windowClosesAt = until;
        freezeName = null;
    }

    String freeze() {
        return freezeName;
    }

    /** Takes the way back up again after it was stuck. */
    void goBackOnceMore() {
        state = RunState.ROLLING_BACK;
        endedAt = null;
        verdict = null;
        holdReason = null;
    }

    void requestStop(String login, Instant now) {
        stopRequestedAt = now;
        stopRequestedBy = login;
    }

    void end(RunState finalState, String words, Instant now) {
        state = finalState;
        verdict = words;
        endedAt = now;
        holdReason = null;
        holdDevices = null;
        heldSince = null;
    }
}
