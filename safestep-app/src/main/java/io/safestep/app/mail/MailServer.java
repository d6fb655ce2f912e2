package io.safestep.app.mail;

import io.safestep.app.secret.SealedText;
import io.safestep.core.mail.MailRoute;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.Objects;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;
import org.jspecify.annotations.Nullable;

/** The mail server that people have said. What is wanted of it counts once another administrator has agreed. */
@Entity
public class MailServer {

    /** There is one. */
    public static final short ID = 1;

    @Id
    private short id = ID;

    @Version
    private @Nullable Integer version;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private @Nullable MailRoute route;

    @Convert(converter = SealedText.class)
    private @Nullable String password;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private @Nullable MailRoute wanted;

    @Convert(converter = SealedText.class)
    private @Nullable String wantedPassword;

    private @Nullable String wantedBy;
    private boolean switchedOff;

    public MailServer() {}

    /** Zero before it is stored for the first time. */
    public int version() {
        return version == null ? 0 : version;
    }

    /** Null until somebody has agreed for the first time. */
    public @Nullable MailRoute route() {
        return route;
    }

    public @Nullable String password() {
        return password;
    }

    public @Nullable MailRoute wanted() {
        return wanted;
    }

    /** Log-in of who wants it; null when nothing is wanted. */
    public @Nullable String wantedBy() {
        return wantedBy;
    }

    public void want(MailRoute routeWanted, @Nullable String withPassword, String by) {
        wanted = routeWanted;
        wantedPassword = withPassword;
        wantedBy = by;
    }

    /** What was wanted holds from now on, and mail goes out. */
    public void agree() {
        route = Objects.requireNonNull(wanted);
        password = wantedPassword;
        switchedOff = false;
        forgetWanted();
    }

    public void forgetWanted() {
        wanted = null;
        wantedPassword = null;
        wantedBy = null;
    }

    public boolean isSwitchedOff() {
        return switchedOff;
    }

    public void switchOff(boolean off) {
        switchedOff = off;
    }
}
