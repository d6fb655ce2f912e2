package io.safestep.app.notice.hooks;

import io.safestep.app.secret.SealedText;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** Where the program of a team is told things. Encrypted: such an address is often all that it takes to write there. */
@Entity
class TeamHook {

    @Id
    private Long teamId;

    @Convert(converter = SealedText.class)
    private String address;

    @Convert(converter = SealedText.class)
    private String key;

    private String setBy;
    private Instant setAt;

    protected TeamHook() {}

    TeamHook(long teamId) {
        this.teamId = teamId;
    }

    /** @param newKey Base64, as it is told to who runs the program */
    void set(String newAddress, String newKey, String by, Instant now) {
        address = newAddress;
        key = newKey;
        setBy = by;
        setAt = now;
    }

    long teamId() {
        return teamId;
    }

    String address() {
        return address;
    }

    String key() {
        return key;
    }

    String setBy() {
        return setBy;
    }

    Instant setAt() {
        return setAt;
    }
}
