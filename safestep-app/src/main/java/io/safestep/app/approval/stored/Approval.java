package io.safestep.app.approval.stored;

import io.safestep.app.people.stored.Person;
import io.safestep.core.approval.GivenApproval;
import io.safestep.core.change.Verdict;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.Collection;
import java.util.Set;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A decision of one person about the content that had this seal. It stays as it was; that it counts can end. */
@Entity
public class Approval {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long changeId;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person person;

    @Enumerated(EnumType.STRING)
    @Column(updatable = false)
    private Verdict verdict;

    @Column(updatable = false)
    private String comment;

    @JdbcTypeCode(SqlTypes.CHAR)
    @Column(updatable = false)
    private String seal;

    @Column(updatable = false)
    private Instant decidedAt;

    /** Keys of what it was given for, with commas between them. */
    private String needs = "";

    private String actingFor;
    private boolean ended;

    protected Approval() {}

    public Approval(Long changeId, Person person, Verdict verdict, String comment, String seal, Instant decidedAt) {
        this.changeId = changeId;
        this.person = person;
        this.verdict = verdict;
        this.comment = comment;
        this.seal = seal;
        this.decidedAt = decidedAt;
    }

    /** Says for what it was given, and for whom somebody spoke who acts for them. */
    public Approval about(Collection<String> keys, @Nullable String away) {
        needs = String.join(",", keys);
        actingFor = away;
        return this;
    }

    public @Nullable String actingFor() {
        return actingFor;
    }

    public GivenApproval given() {
        return new GivenApproval(person.login(), seal, decidedAt, Set.of(needs.split(",")), actingFor);
    }

    public Long changeId() {
        return changeId;
    }

    public Person person() {
        return person;
    }

    /** Counts no more: what it was given for has come back to its author since. */
    public void end() {
        ended = true;
    }

    public boolean ended() {
        return ended;
    }

    public Verdict verdict() {
        return verdict;
    }

    public String comment() {
        return comment;
    }

    public String seal() {
        return seal;
    }

    public Instant decidedAt() {
        return decidedAt;
    }
}
