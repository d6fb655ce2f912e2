package io.safestep.app.change.stored;

import io.safestep.app.change.asked.Asked;
import io.safestep.app.change.asked.Way;
import io.safestep.app.device.Device;
import io.safestep.app.device.StoredDevice;
import io.safestep.app.secret.SealedText;
import io.safestep.core.check.definition.Topic;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.Convert;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.MapKeyColumn;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** One device of a change, with what was asked for and what follows from it. */
@Entity
public class ChangeTarget {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Change change;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private StoredDevice device;

    private int position;
    private int wave;

    @Enumerated(EnumType.STRING)
    private Way way;

    @Convert(converter = SealedText.class)
    private String lines;

    private Long wantedBackupId;
    private Long templateVersionId;

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "change_target_value", joinColumns = @JoinColumn(name = "target_id"))
    @MapKeyColumn(name = "name")
    @Column(name = "value")
    @Convert(attributeName = "value", converter = SealedText.class)
    private Map<String, String> values = new HashMap<>();

    private Long baselineBackupId;

    @Convert(converter = SealedText.class)
    private String script;

    @Convert(converter = SealedText.class)
    private String undo;

    private int commands;
    private int undoCommands;
    private boolean proven;

    @Convert(converter = TopicsText.class)
    private Set<Topic> topics = Set.of();

    private boolean cutsPath;

    protected ChangeTarget() {}

    public ChangeTarget(Change change, StoredDevice device, int position, Asked asked) {
        this.change = change;
        this.device = device;
        this.position = position;
        this.way = asked.way();
        this.lines = asked.text();
        this.wantedBackupId = asked.backupId();
        this.templateVersionId = asked.templateVersionId();
        this.values = new HashMap<>(asked.values());
        this.wave = 1;
    }

    public Long id() {
        return id;
    }

    public Device device() {
        return device.snapshot();
    }

    /** For what is stored and refers to the same device. */
    public StoredDevice reference() {
        return device;
    }

    int position() {
        return position;
    }

    public int wave() {
        return wave;
    }

    public void place(int newWave) {
        wave = newWave;
    }

    /** Whether the device returns to a backup as a whole. */
    public boolean returnsToBackup() {
        return way == Way.BACKUP;
    }

    public Asked asked() {
        return new Asked(way, lines, wantedBackupId, templateVersionId, values);
    }

    /** The configuration from which script and undo script were derived. */
    public Long baselineBackupId() {
        return baselineBackupId;
    }

    /** The commands, secrets in clear; null while the lines are not right. Not for views. */
    public String script() {
        return script;
    }

    /** The commands back, secrets in clear. Not for views. */
    public String undo() {
        return undo;
    }

    public boolean proven() {
        return proven;
    }

    /** Its way back is to take its startup configuration back as a whole. */
    public boolean restoresStartup() {
        return change.restoresStartup() && hasScript() && !proven;
    }

    public boolean hasScript() {
        return commands > 0;
    }

    /** Whether the lines are right, so that script and undo script follow from them. */
    public boolean complete() {
        return script != null;
    }

    /** How many commands are sent; 0 while the lines are not right, and where nothing has to be sent. */
    public int commands() {
        return commands;
    }

    /** How many commands are sent on the way back. */
    public int undoCommands() {
        return undoCommands;
    }

    private static int lines(String text) {
        return text == null ? 0 : (int) text.lines().count();
    }

    /** What part of the network's work it touches; nothing while that can't be derived. */
    public Set<Topic> topics() {
        return topics;
    }

    /** Whether Safe Step could not reach the device after one of the commands. */
    public boolean cutsPath() {
        return cutsPath;
    }

    public void derived(
            @Nullable Long baselineId,
            @Nullable String newScript,
            @Nullable String newUndo,
            boolean undoProven,
            Set<Topic> touchedTopics,
            boolean pathCut) {
        topics = touchedTopics;
        cutsPath = pathCut;
        baselineBackupId = baselineId;
        script = newScript;
        undo = newUndo;
        commands = lines(newScript);
        undoCommands = lines(newUndo);
        proven = undoProven;
    }

    public void underivable(@Nullable Long baselineId) {
        derived(baselineId, null, null, false, Set.of(), false);
    }
}
