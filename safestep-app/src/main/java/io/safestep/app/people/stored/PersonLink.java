package io.safestep.app.people.stored;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A link with which somebody comes in once and chooses a password. Only the hash of what it holds is kept. */
@Entity
public class PersonLink {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long personId;
    private String tokenHash;
    private String madeBy;
    private Instant endsAt;
    private Instant usedAt;

    protected PersonLink() {}

    /**
     * @param personId who comes in with it; null for the first administrator, who is nobody yet
     * @param tokenHash SHA-256 of the secret in the link, in hexadecimal digits
     */
    public PersonLink(@Nullable Long personId, String tokenHash, String madeBy, Instant endsAt) {
        this.personId = personId;
        this.tokenHash = tokenHash;
        this.madeBy = madeBy;
        this.endsAt = endsAt;
    }

    public @Nullable Long personId() {
        return personId;
    }

    public Instant endsAt() {
        return endsAt;
    }

    public boolean isUsed() {
        return usedAt != null;
    }

    public boolean isOpen(Instant now) {
        return usedAt == null && now.isBefore(endsAt);
    }

    public void use(Instant now) {
        usedAt = now;
    }
}
