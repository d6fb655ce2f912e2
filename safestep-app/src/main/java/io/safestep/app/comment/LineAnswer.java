package io.safestep.app.comment;

import io.safestep.app.people.stored.Person;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** An answer to a comment. */
@Entity
class LineAnswer {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private LineComment comment;

    private String body;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person author;

    private Instant writtenAt;

    protected LineAnswer() {}

    LineAnswer(LineComment comment, String body, Person author, Instant writtenAt) {
        this.comment = comment;
        this.body = body;
        this.author = author;
        this.writtenAt = writtenAt;
    }

    String body() {
        return body;
    }

    String authorName() {
        return author.name();
    }

    Instant writtenAt() {
        return writtenAt;
    }
}
