package io.safestep.app.people.stored;

import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The public half of a key that a device of somebody keeps (Web Authentication Level 3, section 4: credential record). */
@Entity
public class Passkey {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY)
    private Person person;

    private String name;
    private String host;
    private String credentialId;
    private String attestation;
    private String transports;
    private long signatures;
    private Instant madeAt;
    private @Nullable Instant usedAt;

    protected Passkey() {}

    /**
     * What a device tells of a key.
     *
     * @param host to which alone the device shows it
     * @param credentialId in base64url
     * @param attestation the object with its public half, in base64url
     * @param transports how the device is reached, with commas between
     * @param signatures how many it has made, as it counts; 0 when it does not count
     */
    public record Told(String host, String credentialId, String attestation, String transports, long signatures) {}

    public Passkey(Person person, String name, Told told, Instant now) {
        this.person = person;
        this.name = name;
        this.host = told.host();
        this.credentialId = told.credentialId();
        this.attestation = told.attestation();
        this.transports = told.transports();
        this.signatures = told.signatures();
        this.madeAt = now;
    }

    public Long id() {
        return id;
    }

    public Person person() {
        return person;
    }

    public String name() {
        return name;
    }

    public Told told() {
        return new Told(host, credentialId, attestation, transports, signatures);
    }

    public Instant madeAt() {
        return madeAt;
    }

    /** Null until it was used. */
    public @Nullable Instant usedAt() {
        return usedAt;
    }

    public void used(long counted, Instant now) {
        signatures = counted;
        usedAt = now;
    }
}
