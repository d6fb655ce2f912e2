package io.safestep.app.drift;

import io.safestep.core.drift.FindingStep;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;

/** One step of a finding, with who took it and why. */
@Entity
@Immutable
class DriftEntry {

    private static final int LONGEST = 1_000;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long findingId;
    private Instant at;
    private String person;

    @Enumerated(EnumType.STRING)
    private FindingStep step;

    private String words;

    protected DriftEntry() {}

    DriftEntry(Long findingId, Instant at, String person, FindingStep step, String words) {
        this.findingId = findingId;
        this.at = at;
        this.person = person;
        this.step = step;
        this.words = words.length() <= LONGEST ? words : words.substring(0, LONGEST);
    }

    Instant at() {
        return at;
    }

    String person() {
        return person;
    }

    FindingStep step() {
        return step;
    }

    String words() {
        return words;
    }
}
