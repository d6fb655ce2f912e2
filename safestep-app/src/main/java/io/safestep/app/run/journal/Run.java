package io.safestep.app.run.journal;

import io.safestep.app.change.asked.RunOrder;
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
import org.jspecify.annotations.Nullable;

/** One execution of a change. */
@Entity
@DynamicUpdate // the driver writes some columns while others are moved here
public class Run {

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

    public Run(
            Long changeId,
            @Nullable String seal,
            String startedBy,
            Instant startedAt,
            RunEstimate estimate,
            Occurrence window,
            @Nullable String freeze,
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

    public Long id() {
        return id;
    }

    public Long changeId() {
        return changeId;
    }

    public RunState state() {
        return state;
    }

    public String seal() {
        return seal;
    }

    public String startedBy() {
        return startedBy;
    }

    public Instant startedAt() {
        return startedAt;
    }

    public Instant endedAt() {
        return endedAt;
    }

    public Instant estimatedEnd() {
        return estimatedEnd;
    }

    public Instant turnBackAt() {
        return turnBackAt;
    }

    public Occurrence window() {
        return new Occurrence(windowOpensAt, windowClosesAt);
    }

    public Instant stopRequestedAt() {
        return stopRequestedAt;
    }

    public String stopRequestedBy() {
        return stopRequestedBy;
    }

    public String verdict() {
        return verdict;
    }

    public List<RunDevice> devices() {
        return devices;
    }

    public void add(RunDevice device) {
        devices.add(device);
    }

    public void go(RunState newState) {
        state = newState;
    }

    public int epoch() {
        return epoch;
    }

    public FailureRule failureRule() {
        return failureRule;
    }

    public int pauseBetweenWaves() {
        return pauseBetweenWaves;
    }

    public boolean turningBack() {
        return turningBack;
    }

    public void turnBack() {
        turningBack = true;
    }

    public Pause pause() {
        return pause;
    }

    public void pauseAt(Pause place) {
        pause = place;
    }

    public long wayBackSeconds() {
        return wayBackSeconds;
    }

    /** What a person is asked about; null when nobody is asked. */
    public Hold.Reason holdReason() {
        return holdReason;
    }

    public List<String> holdDevices() {
        return devicesNamed(holdDevices);
    }

    /** @param stored names as they are stored; null for none */
    public static List<String> devicesNamed(String stored) {
        return stored == null || stored.isEmpty() ? List.of() : List.of(stored.split(","));
    }

    public Instant heldSince() {
        return heldSince;
    }

    /** Moves the end of the window for this run alone. */
    public void lengthen(Instant until) {
        turnBackAt = turnBackAt.plus(Duration.between(windowClosesAt, until));
        windowClosesAt = until;
        freezeName = null;
    }

    public String freeze() {
        return freezeName;
    }

    /** Takes the way back up again after it was stuck. */
    public void goBackOnceMore() {
        state = RunState.ROLLING_BACK;
        endedAt = null;
        verdict = null;
        holdReason = null;
    }

    public void requestStop(String login, Instant now) {
        stopRequestedAt = now;
        stopRequestedBy = login;
    }

    public void end(RunState finalState, String words, Instant now) {
        state = finalState;
        verdict = words;
        endedAt = now;
        holdReason = null;
        holdDevices = null;
        heldSince = null;
    }
}
