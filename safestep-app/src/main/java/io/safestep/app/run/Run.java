package io.safestep.app.run;

import io.safestep.core.run.RunState;
import io.safestep.core.schedule.Occurrence;
import jakarta.persistence.CascadeType;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderBy;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One execution of a change. */
@Entity
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
    private Instant stopRequestedAt;
    private String stopRequestedBy;
    private String verdict;

    @OneToMany(mappedBy = "run", cascade = CascadeType.ALL)
    @OrderBy("position")
    private List<RunDevice> devices = new ArrayList<>();

    protected Run() {}

    Run(
            Long changeId,
            String seal,
            String startedBy,
            Instant startedAt,
            Instant estimatedEnd,
            Instant turnBackAt,
            Occurrence window) {
        this.changeId = changeId;
        this.seal = seal;
        this.startedBy = startedBy;
        this.startedAt = startedAt;
        this.estimatedEnd = estimatedEnd;
        this.turnBackAt = turnBackAt;
        this.windowOpensAt = window.start();
        this.windowClosesAt = window.end();
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

    void requestStop(String login, Instant now) {
        stopRequestedAt = now;
        stopRequestedBy = login;
    }

    void end(RunState finalState, String words, Instant now) {
        state = finalState;
        verdict = words;
        endedAt = now;
    }
}
