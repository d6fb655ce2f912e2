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
import org.jspecify.annotations.Nullable;

/** What somebody says about one line of a difference, or about a change as a whole, with the answers to it. */
@Entity
class LineComment {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long changeId;
    private @Nullable String device;

    @Enumerated(EnumType.STRING)
    private @Nullable Side side;

    private @Nullable String path;
    private @Nullable String line;
    private String body;
    private boolean question;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person author;

    private Instant writtenAt;

    @ManyToOne(fetch = FetchType.EAGER)
    private @Nullable Person resolvedBy;

    private @Nullable Instant resolvedAt;

    @OneToMany(mappedBy = "comment", cascade = CascadeType.ALL)
    @OrderBy("id")
    private List<LineAnswer> answers = new ArrayList<>();

    protected LineComment() {}

    /**
     * @param about null for the change as a whole
     * @param question whether it has to be settled before the change is approved
     */
    LineComment(
            long changeId,
            @Nullable CommentedLine about,
            String body,
            boolean question,
            Person author,
            Instant writtenAt) {
        this.changeId = changeId;
        if (about != null) {
            this.device = about.device();
            this.side = about.side();
            this.path = String.join("\n", about.path());
            this.line = about.line();
        }
        this.body = body;
        this.question = question;
        this.author = author;
        this.writtenAt = writtenAt;
    }

    Long id() {
        return id;
    }

    long changeId() {
        return changeId;
    }

    /** Null when it is about the change as a whole. */
    @Nullable
    CommentedLine about() {
        return device == null || side == null || path == null || line == null
                ? null
                : new CommentedLine(device, side, path.lines().toList(), line);
    }

    boolean isQuestion() {
        return question;
    }

    /** Whether it stands against approving the change. */
    boolean isOpen() {
        return question && resolvedBy == null;
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

    @Nullable
    Person resolvedBy() {
        return resolvedBy;
    }

    @Nullable
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
