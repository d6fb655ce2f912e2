package io.safestep.app.people.stored;

import io.safestep.app.secret.SealedText;
import io.safestep.core.people.PeopleGate.Account;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.PeopleGate.WayIn;
import io.safestep.core.people.Right;
import io.safestep.core.people.Role;
import io.safestep.core.people.Scope;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;
import org.jspecify.annotations.Nullable;

/** Somebody who logs in. Nobody is ever removed: who is retired stays in the history under their name. */
@Entity
public class Person {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Version
    private int version;

    private String login;
    private String name;
    private @Nullable String passwordHash;
    private String roles;
    private String email;
    private @Nullable Instant retiredAt;
    private boolean administered;
    private boolean service;
    private boolean signsOn;
    private boolean followsGroups;
    private @Nullable String passkeyHandle;
    private boolean hasPasskey;

    @Convert(converter = SealedText.class)
    private @Nullable String codeSecret;

    private long codeStep;

    /** For which devices the roles hold, as JSON; null for all. */
    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private @Nullable Scope scope;

    /** As JSON; null for nothing. */
    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private @Nullable Wish wish;

    protected Person() {}

    /** Without a password: nobody logs in with it until one is chosen. */
    public Person(String login, String name, Collection<Role> roles) {
        this.login = login;
        this.name = name;
        this.roles = text(roles);
    }

    private static String text(Collection<Role> roles) {
        return new TreeSet<>(roles).stream().map(Role::name).collect(Collectors.joining(","));
    }

    private static List<Role> list(String roles) {
        return roles.isEmpty()
                ? List.of()
                : Arrays.stream(roles.split(",")).map(Role::valueOf).toList();
    }

    public Long id() {
        return id;
    }

    public int version() {
        return version;
    }

    public String login() {
        return login;
    }

    public String name() {
        return name;
    }

    public void rename(String newName) {
        name = newName;
    }

    /** Where mail goes; null while nobody has said. */
    public @Nullable String email() {
        return email;
    }

    public void mailTo(@Nullable String address) {
        email = address;
    }

    /** Null until one was chosen. */
    public @Nullable String passwordHash() {
        return passwordHash;
    }

    public void choosePassword(String hash) {
        passwordHash = hash;
        noteAdministrator();
    }

    public List<Role> roles() {
        return list(roles);
    }

    public Scope scope() {
        return scope == null ? Scope.EVERYWHERE : scope;
    }

    /** What they are and for which devices. */
    public Power power() {
        return new Power(Set.copyOf(roles()), scope());
    }

    /** What was wished for before is no longer, and what an identity provider says of their groups neither. */
    public void become(Power power) {
        followsGroups = false;
        take(power);
    }

    /** They are what their groups at an identity provider are here, and stay so until somebody here says otherwise. */
    public void follow(Power power) {
        followsGroups = true;
        take(power);
    }

    private void take(Power power) {
        roles = text(power.roles());
        scope = power.scope().holdsEverything() ? null : power.scope();
        wish = null;
        noteAdministrator();
    }

    /** Whether what they are is read from their groups at an identity provider each time they come in. */
    public boolean followsGroups() {
        return followsGroups;
    }

    private void noteAdministrator() {
        administered |= comesIn() && roles().contains(Role.ADMINISTRATOR) && scope().holdsEverything();
    }

    /** What is wanted for them and waits until another administrator agrees; null for nothing. */
    public @Nullable Wish wish() {
        return wish;
    }

    public void wish(@Nullable Wish wanted) {
        wish = wanted;
    }

    public Set<Right> rights() {
        return Role.rights(roles());
    }

    /** Since when they are no longer here, UTC; null while they are. */
    public @Nullable Instant retiredAt() {
        return retiredAt;
    }

    public boolean isPresent() {
        return retiredAt == null;
    }

    /** No way in of theirs is kept: who comes back is invited again. */
    public void retire(Instant now) {
        retiredAt = now;
        passwordHash = null;
        signsOn = false;
        hasPasskey = false;
        wish = null;
        dropSecondFactor();
    }

    public void comeBack() {
        retiredAt = null;
    }

    /** Whether it is a program with an account of its own, which comes in with tokens alone. */
    public boolean isService() {
        return service;
    }

    public void serve() {
        service = true;
    }

    /** With which their telephone shows codes, in hexadecimal; null without a second factor. */
    public @Nullable String codeSecret() {
        return codeSecret;
    }

    public boolean hasSecondFactor() {
        return codeSecret != null;
    }

    public long codeStep() {
        return codeStep;
    }

    /** @param step of the first code that was shown with it */
    public void showCodes(String secret, long step) {
        codeSecret = secret;
        codeStep = step;
    }

    public void codeTaken(long step) {
        codeStep = step;
    }

    public void dropSecondFactor() {
        codeSecret = null;
        codeStep = 0;
    }

    /** @param joined whether an identity provider lets them in */
    public void signOn(boolean joined) {
        signsOn = joined;
        noteAdministrator();
    }

    /** By which their devices know whose passkey it is; null until there is one. */
    public @Nullable String passkeyHandle() {
        return passkeyHandle;
    }

    public void knowDevicesBy(String handle) {
        passkeyHandle = handle;
    }

    /** @param there whether a passkey of theirs lets them in */
    public void havePasskey(boolean there) {
        hasPasskey = there;
        noteAdministrator();
    }

    public WayIn wayIn() {
        if (!isPresent()) {
            return WayIn.NONE;
        }
        return passwordHash != null || hasPasskey ? WayIn.OWN : signsOn ? WayIn.ELSEWHERE : WayIn.NONE;
    }

    /** Whether they can log in now. */
    public boolean comesIn() {
        return wayIn() != WayIn.NONE;
    }

    public Account account() {
        return new Account(login, power(), wayIn(), administered);
    }
}
