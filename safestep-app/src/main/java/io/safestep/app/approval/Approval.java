package io.safestep.app.approval;

import io.safestep.app.people.stored.Person;
import io.safestep.core.approval.GivenApproval;
import io.safestep.core.change.Verdict;
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
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A decision of one person about the content that had this seal. */
@Entity
@Immutable
class Approval {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long changeId;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person person;

    @Enumerated(EnumType.STRING)
    private Verdict verdict;

    private String comment;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String seal;

    private Instant decidedAt;

    /** Keys of what it was given for, with commas between them. */
    private String needs = "";

    private String actingFor;

    protected Approval() {}

    Approval(Long changeId, Person person, Verdict verdict, String comment, String seal, Instant decidedAt) {
        this.changeId = changeId;
        this.person = person;
        this.verdict = verdict;
        this.comment = comment;
        this.seal = seal;
        this.decidedAt = decidedAt;
    }

    /** Says for what it was given, and for whom somebody spoke who acts for them. */
    Approval about(Collection<String> keys, @Nullable String away) {
        needs = String.join(",", keys);
        actingFor = away;
        return this;
    }

    @Nullable
    String actingFor() {
        return actingFor;
    }

    GivenApproval given() {
        return new GivenApproval(person.login(), seal, decidedAt, Set.of(needs.split(",")), actingFor);
    }

    Long changeId() {
        return changeId;
    }

    Person person() {
        return person;
    }

    Verdict verdict() {
        return verdict;
    }

    String comment() {
        return comment;
    }

    String seal() {
        return seal;
    }

    Instant decidedAt() {
        return decidedAt;
    }
}
