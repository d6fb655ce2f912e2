package io.safestep.app.change.asked;

import io.safestep.app.secret.SealedText;
import jakarta.persistence.Convert;
import jakarta.persistence.Embeddable;
import org.jspecify.annotations.Nullable;

/** Lines for a device that somebody else runs: handed over on a sheet, never sent by Safe Step. */
@Embeddable
public class PeerSheet {

    private String device;
    private String runBy;
    private String platform;
    private String note;

    @Convert(converter = SealedText.class)
    private String lines;

    @Convert(converter = SealedText.class)
    private String undo;

    protected PeerSheet() {}

    /**
     * @param device as those who run it call it; may be a device that Safe Step only observes
     * @param platform null when no profile describes it
     * @param undo the way back; empty when it follows from the configuration of an observed device
     */
    public PeerSheet(String device, String runBy, @Nullable String platform, String note, String lines, String undo) {
        this.device = device;
        this.runBy = runBy;
        this.platform = platform;
        this.note = note;
        this.lines = lines;
        this.undo = undo;
    }

    public String device() {
        return device;
    }

    public String runBy() {
        return runBy;
    }

    public String platform() {
        return platform;
    }

    public String note() {
        return note;
    }

    public String lines() {
        return lines;
    }

    public String undo() {
        return undo;
    }
}
