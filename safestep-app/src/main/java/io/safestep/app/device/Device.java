package io.safestep.app.device;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** A box in the network. */
@Entity
public class Device {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String address;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Site site;

    @Enumerated(EnumType.STRING)
    private DeviceRole role;

    private String platform;

    @Enumerated(EnumType.STRING)
    private Stance stance;

    @ManyToOne(fetch = FetchType.LAZY)
    private Device partner;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Credential credential;

    private String hostKey;
    private Long baselineBackupId;
    private Instant lastSeenAt;
    private String lastProblem;

    protected Device() {}

    Device(String name, String address, Site site, DeviceRole role, String platform, Credential credential) {
        this.name = name;
        this.address = address;
        this.site = site;
        this.role = role;
        this.platform = platform;
        this.stance = Stance.OBSERVE;
        this.credential = credential;
    }

    public Long id() {
        return id;
    }

    public String name() {
        return name;
    }

    public String address() {
        return address;
    }

    Site site() {
        return site;
    }

    public String siteName() {
        return site.name();
    }

    public DeviceRole role() {
        return role;
    }

    public String platform() {
        return platform;
    }

    public Stance stance() {
        return stance;
    }

    void take(Stance newStance) {
        stance = newStance;
    }

    public Device partner() {
        return partner;
    }

    void pairWith(Device other) {
        partner = other;
        other.partner = this;
    }

    Credential credential() {
        return credential;
    }

    String hostKey() {
        return hostKey;
    }

    /** The backup that Safe Step expects to find on the device, or null while there is none. */
    public Long baselineBackupId() {
        return baselineBackupId;
    }

    void accept(Long backupId) {
        baselineBackupId = backupId;
    }

    Instant lastSeenAt() {
        return lastSeenAt;
    }

    String lastProblem() {
        return lastProblem;
    }

    void seen(Instant at, String shownHostKey) {
        lastSeenAt = at;
        lastProblem = null;
        if (hostKey == null) {
            hostKey = shownHostKey;
        }
    }

    void failed(String problem) {
        lastProblem = problem;
    }
}
