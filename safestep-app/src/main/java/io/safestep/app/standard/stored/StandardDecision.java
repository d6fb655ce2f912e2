package io.safestep.app.standard.stored;

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
import java.util.Set;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** What somebody decided about a version of a standard change. */
@Entity
public class StandardDecision {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long versionId;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person person;

    @Enumerated(EnumType.STRING)
    private Verdict verdict;

    private String comment;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String seal;

    @JdbcTypeCode(SqlTypes.JSON)
    private Set<String> needs;

    private String actingFor;
    private Instant decidedAt;

    protected StandardDecision() {}

    /**
     * @param needs keys of what it was given for
     * @param actingFor log-in of who is away and for whom they speak; null for themselves
     */
    public StandardDecision(
            StandardVersion version,
            Person person,
            Verdict verdict,
            String comment,
            Set<String> needs,
            @Nullable String actingFor,
            Instant at) {
        this.versionId = version.id();
        this.person = person;
        this.verdict = verdict;
        this.comment = comment;
        this.seal = version.seal();
        this.needs = Set.copyOf(needs);
        this.actingFor = actingFor;
        this.decidedAt = at;
    }

    public Person person() {
        return person;
    }

    public Verdict verdict() {
        return verdict;
    }

    public String comment() {
        return comment;
    }

    public Instant decidedAt() {
        return decidedAt;
    }

    public GivenApproval given() {
        return new GivenApproval(person.login(), seal, decidedAt, needs, actingFor);
    }
}
