package io.safestep.app.comment;

import io.safestep.app.people.stored.Person;
import jakarta.persistence.CascadeType;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
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

/** What somebody says about one line of a difference, with the answers to it. */
@Entity
class LineComment {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long changeId;
    private String device;

    @Enumerated(EnumType.STRING)
    private Side side;

    private String path;
    private String line;
    private String body;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person author;

    private Instant writtenAt;

    @ManyToOne(fetch = FetchType.EAGER)
    private Person resolvedBy;

    private Instant resolvedAt;

    @OneToMany(mappedBy = "comment", cascade = CascadeType.ALL)
    @OrderBy("id")
    private List<LineAnswer> answers = new ArrayList<>();

    protected LineComment() {}

    LineComment(long changeId, CommentedLine about, String body, Person author, Instant writtenAt) {
        this.changeId = changeId;
        this.device = about.device();
        this.side = about.side();
        this.path = String.join("\n", about.path());
        this.line = about.line();
        this.body = body;
        this.author = author;
        this.writtenAt = writtenAt;
    }

    Long id() {
        return id;
    }

    long changeId() {
        return changeId;
    }

    CommentedLine about() {
        return new CommentedLine(device, side, path.lines().toList(), line);
    }

    String body() {
        return body;
    }

    Person author() {
        return author;
    }

    Instant writtenAt() {
        return writtenAt;
    }

    Person resolvedBy() {
        return resolvedBy;
    }

    Instant resolvedAt() {
        return resolvedAt;
    }

    List<LineAnswer> answers() {
        return List.copyOf(answers);
    }

    void answer(String text, Person person, Instant now) {
        answers.add(new LineAnswer(this, text, person, now));
    }

    void resolve(Person person, Instant now) {
        resolvedBy = person;
        resolvedAt = now;
    }

    void openAgain() {
        resolvedBy = null;
        resolvedAt = null;
    }
}
