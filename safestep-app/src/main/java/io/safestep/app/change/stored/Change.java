package io.safestep.app.change.stored;

import io.safestep.app.change.asked.ChosenGroup;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.asked.PeerSheet;
import io.safestep.app.change.asked.Requester;
import io.safestep.app.change.asked.RunOrder;
import io.safestep.app.people.stored.Person;
import io.safestep.core.change.Category;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.FailureRule;
import jakarta.persistence.CascadeType;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embedded;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderBy;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A change request: the central record. */
@Entity
@Table(name = "change_request")
public class Change {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private int number;
    private String title;
    private String reason;

    @Enumerated(EnumType.STRING)
    private Category category = Category.NORMAL;

    @Enumerated(EnumType.STRING)
    private ChangeState state = ChangeState.DRAFT;

    private Long standardId;

    @Embedded
    private Requester requester;

    private boolean nothingWritten;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person author;

    private String earlierAuthors = "";

    private String emergencyReason;
    private boolean undoAccepted;
    private boolean restoresStartup;

    @Enumerated(EnumType.STRING)
    private FailureRule failureRule = FailureRule.UNDO_ALL;

    private Integer waveFirst;
    private Integer waveMost;
    private int wavePauseSeconds;
    private boolean wavesByHand;
    private boolean outsideWindows;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String seal;

    private int version = 1;
    private Instant createdAt;
    private Instant updatedAt;
    private Instant submittedAt;
    private String outcomeNote;
    private Instant endingToldFor;
    private String groundMoved;

    @OneToMany(mappedBy = "change", cascade = CascadeType.ALL, orphanRemoval = true)
    @OrderBy("wave, position")
    private List<ChangeTarget> targets = new ArrayList<>();

    @OneToMany(mappedBy = "change", cascade = CascadeType.ALL, orphanRemoval = true)
    @OrderBy("position")
    private List<ChangeCheck> checks = new ArrayList<>();

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "change_group", joinColumns = @JoinColumn(name = "change_id"))
    @OrderColumn(name = "position")
    private List<ChosenGroup> groups = new ArrayList<>();

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "change_sheet", joinColumns = @JoinColumn(name = "change_id"))
    @OrderColumn(name = "position")
    private List<PeerSheet> sheets = new ArrayList<>();

    /** Devices whose lines belong together, as far as could be derived. */
    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "change_together", joinColumns = @JoinColumn(name = "change_id"))
    @OrderColumn(name = "position")
    private List<Together> together = new ArrayList<>();

    protected Change() {}

    public Change(int number, Person author, Instant createdAt) {
        this.number = number;
        this.author = author;
        this.createdAt = createdAt;
        this.updatedAt = createdAt;
    }

    public Long id() {
        return id;
    }

    public List<ChosenGroup> groups() {
        return groups;
    }

    public void choose(List<ChosenGroup> chosen) {
        groups.clear();
        groups.addAll(chosen);
    }

    public List<PeerSheet> sheets() {
        return List.copyOf(sheets);
    }

    public void handOver(List<PeerSheet> newSheets) {
        sheets.clear();
        sheets.addAll(newSheets);
    }

    public int number() {
        return number;
    }

    /** The number as people write it. */
    public String subject() {
        return "CR-" + number;
    }

    public String title() {
        return title;
    }

    public String reason() {
        return reason;
    }

    public Category category() {
        return category;
    }

    public boolean isEmergency() {
        return category == Category.EMERGENCY;
    }

    /** Who wants it. */
    public Requester requester() {
        return requester == null ? Requester.NONE : requester;
    }

    /** Of the standard change as whose use it is written; null for none. */
    public @Nullable Long standardId() {
        return standardId;
    }

    /** Needs no approval of its own: it was submitted within the bounds of its standard change. */
    public boolean isStandard() {
        return category == Category.STANDARD;
    }

    /** @param inside whether it keeps within the bounds of its standard change */
    public void withinBounds(boolean inside) {
        category = inside ? Category.STANDARD : emergencyReason == null ? Category.NORMAL : Category.EMERGENCY;
    }

    /** Why it can't wait for its approval; null when it can. */
    public String emergencyReason() {
        return emergencyReason;
    }

    public ChangeState state() {
        return state;
    }

    /** Whether its run ended before anything was written, so that nothing had to be rolled back. */
    public boolean nothingWritten() {
        return nothingWritten;
    }

    public void ranWithoutWriting() {
        nothingWritten = true;
    }

    public Person author() {
        return author;
    }

    /** Log-ins of everybody who has written it: the author, and those who handed it over. */
    public Set<String> authors() {
        return authors(author.login(), earlierAuthors);
    }

    static Set<String> authors(String author, String earlier) {
        Set<String> all = new TreeSet<>(List.of(author));
        if (!earlier.isEmpty()) {
            all.addAll(List.of(earlier.split(",")));
        }
        return all;
    }

    /** Somebody else goes on with it. */
    public void handTo(Person successor) {
        Set<String> earlier = authors();
        earlier.remove(successor.login());
        earlierAuthors = String.join(",", earlier);
        author = successor;
    }

    public boolean undoAccepted() {
        return undoAccepted;
    }

    /** How it is run. */
    public RunOrder order() {
        return new RunOrder(
                failureRule,
                waveFirst,
                waveMost,
                wavePauseSeconds,
                outsideWindows,
                wavesByHand
                        ? targets.stream()
                                .collect(Collectors.toMap(t -> t.device().name(), ChangeTarget::wave))
                        : Map.of());
    }

    /** The seal of the content as it is now; null while the lines are not complete. */
    public String seal() {
        return seal;
    }

    public int version() {
        return version;
    }

    public Instant createdAt() {
        return createdAt;
    }

    public Instant updatedAt() {
        return updatedAt;
    }

    public Instant submittedAt() {
        return submittedAt;
    }

    public String outcomeNote() {
        return outcomeNote;
    }

    public List<ChangeTarget> targets() {
        return List.copyOf(targets);
    }

    public List<ChangeCheck> checks() {
        return List.copyOf(checks);
    }

    /** Devices whose way back can't be proven take their startup configuration back as a whole. */
    public boolean restoresStartup() {
        return restoresStartup;
    }

    public void describe(Draft draft) {
        title = draft.title().strip();
        reason = draft.reason().strip();
        category = draft.emergencyReason() == null ? Category.NORMAL : Category.EMERGENCY;
        emergencyReason = draft.emergencyReason();
        standardId = draft.standard();
        requester = draft.requester();
        undoAccepted = draft.undoAccepted();
        restoresStartup = draft.restoresStartup();
        RunOrder order = draft.order();
        failureRule = order.failureRule();
        waveFirst = order.first();
        waveMost = order.most();
        wavePauseSeconds = order.pauseSeconds();
        wavesByHand = !order.byHand().isEmpty();
        outsideWindows = order.outsideWindows();
    }

    public void replaceContent(List<ChangeTarget> newTargets, List<ChangeCheck> newChecks) {
        targets.clear();
        targets.addAll(newTargets);
        checks.clear();
        checks.addAll(newChecks);
    }

    public void replaceServiceChecks(List<ChangeCheck> newChecks) {
        checks.removeIf(c -> c.service() != null);
        checks.addAll(newChecks);
    }

    /** Devices whose lines belong together: they touch both ends of what is between them. */
    public List<Together> together() {
        return List.copyOf(together);
    }

    public void belongTogether(List<Together> pairs) {
        if (!together.equals(pairs)) {
            together.clear();
            together.addAll(pairs);
        }
    }

    public void sealWith(@Nullable String newSeal) {
        seal = newSeal;
    }

    public void move(ChangeState newState, Instant now) {
        state = newState;
        touch(now);
    }

    void touch(Instant now) {
        version++;
        updatedAt = now;
    }

    /**
     * Notes that people are told that its approval ends soon.
     *
     * @return false when they were told before of this end
     */
    public boolean tellEnding(Instant ends) {
        boolean news = !ends.equals(endingToldFor);
        endingToldFor = ends;
        return news;
    }

    public void submitted(Instant now) {
        submittedAt = now;
        groundMoved = null;
    }

    /**
     * Devices hold something else by now than what was submitted.
     *
     * @param where devices and the parts of their configuration in words
     */
    public void groundMoved(String where) {
        groundMoved = where;
    }

    public void note(String text) {
        outcomeNote = text;
    }
}
