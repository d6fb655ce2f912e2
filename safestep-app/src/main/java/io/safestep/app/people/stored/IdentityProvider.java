package io.safestep.app.people.stored;

import io.safestep.app.secret.SealedText;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.Objects;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;
import org.jspecify.annotations.Nullable;

/** Who says, from outside, who somebody is. What is wanted of it counts once another administrator has agreed. */
@Entity
public class IdentityProvider {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Version
    private int version;

    private String slug;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private @Nullable ProviderSettings settings;

    @Convert(converter = SealedText.class)
    private @Nullable String clientSecret;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private @Nullable ProviderSettings wanted;

    @Convert(converter = SealedText.class)
    private @Nullable String wantedSecret;

    private @Nullable String wantedBy;
    private boolean switchedOff;

    protected IdentityProvider() {}

    /** @param slug part of the address to which it sends people back; never changes */
    public IdentityProvider(String slug) {
        this.slug = slug;
    }

    public Long id() {
        return id;
    }

    public int version() {
        return version;
    }

    public String slug() {
        return slug;
    }

    /** Null until somebody has agreed for the first time. */
    public @Nullable ProviderSettings settings() {
        return settings;
    }

    public @Nullable String clientSecret() {
        return clientSecret;
    }

    public @Nullable ProviderSettings wanted() {
        return wanted;
    }

    public @Nullable String wantedSecret() {
        return wantedSecret;
    }

    /** Log-in of who wants it; null when nothing is wanted. */
    public @Nullable String wantedBy() {
        return wantedBy;
    }

    /** What holds, or what is wanted when nothing holds yet. */
    public ProviderSettings known() {
        return settings != null ? settings : Objects.requireNonNull(wanted);
    }

    /** @param secret null for the one that there is */
    public void want(ProviderSettings settingsWanted, @Nullable String secret, String by) {
        wanted = settingsWanted;
        wantedSecret = secret != null ? secret : clientSecret;
        wantedBy = by;
    }

    /** What was wanted holds from now on. */
    public void agree() {
        settings = Objects.requireNonNull(wanted);
        clientSecret = wantedSecret;
        forgetWanted();
    }

    public void forgetWanted() {
        wanted = null;
        wantedSecret = null;
        wantedBy = null;
    }

    public boolean isSwitchedOff() {
        return switchedOff;
    }

    public void switchOff(boolean off) {
        switchedOff = off;
    }

    /** Whether somebody can come in by it. */
    public boolean isOpen() {
        return settings != null && !switchedOff;
    }
}
