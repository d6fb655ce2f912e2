package io.safestep.app.people.passkey;

import com.webauthn4j.util.exception.WebAuthnException;
import com.webauthn4j.verifier.exception.MaliciousCounterValueException;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.passkey.KeptPasskeys.CopiedException;
import io.safestep.app.people.stored.Passkey;
import io.safestep.app.people.stored.PasskeyRepository;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PeopleGate.WayIn;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.webauthn.api.AuthenticatorAssertionResponse;
import org.springframework.security.web.webauthn.api.AuthenticatorAttestationResponse;
import org.springframework.security.web.webauthn.api.AuthenticatorSelectionCriteria;
import org.springframework.security.web.webauthn.api.PublicKeyCredential;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialCreationOptions;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRequestOptions;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRpEntity;
import org.springframework.security.web.webauthn.api.ResidentKeyRequirement;
import org.springframework.security.web.webauthn.api.UserVerificationRequirement;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialCreationOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialRequestOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutableRelyingPartyRegistrationRequest;
import org.springframework.security.web.webauthn.management.RelyingPartyAuthenticationRequest;
import org.springframework.security.web.webauthn.management.RelyingPartyPublicKey;
import org.springframework.security.web.webauthn.management.Webauthn4JRelyingPartyOperations;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.JacksonException;

/**
 * Making passkeys and coming in with them. A device asks for a finger, a face or a number before it signs: so it is two factors
 * at once, and no code of a telephone is asked for. The front door of this package.
 */
@Service
public class Passkeys {

    /** For how long somebody may take with their device. */
    static final Duration OPEN_FOR = Duration.ofMinutes(5);

    private static final Logger LOG = LoggerFactory.getLogger(Passkeys.class);

    private final KeptPasskeys kept;
    private final PasskeyRepository passkeys;
    private final PersonRepository people;
    private final AuditLog audit;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Passkeys(
            KeptPasskeys kept,
            PasskeyRepository passkeys,
            PersonRepository people,
            AuditLog audit,
            TransactionTemplate transaction,
            Clock clock) {
        this.kept = kept;
        this.passkeys = passkeys;
        this.people = people;
        this.audit = audit;
        this.transaction = transaction;
        this.clock = clock;
    }

    private Webauthn4JRelyingPartyOperations party(Host host, String name) {
        Webauthn4JRelyingPartyOperations party = new Webauthn4JRelyingPartyOperations(
                kept.owners(),
                kept.of(host, name),
                PublicKeyCredentialRpEntity.builder()
                        .id(host.name())
                        .name("Safe Step")
                        .build(),
                Set.of(host.origin()));
        party.setCustomizeCreationOptions(options -> options.timeout(OPEN_FOR)
                .authenticatorSelection(AuthenticatorSelectionCriteria.builder()
                        .residentKey(ResidentKeyRequirement.REQUIRED)
                        .userVerification(UserVerificationRequirement.REQUIRED)
                        .build()));
        party.setCustomizeRequestOptions(
                options -> options.timeout(OPEN_FOR).userVerification(UserVerificationRequirement.REQUIRED));
        return party;
    }

    /** What a browser is asked to have a device make. */
    @Transactional
    PublicKeyCredentialCreationOptions offer(Host host, Authentication me) {
        return party(host, "")
                .createPublicKeyCredentialCreationOptions(new ImmutablePublicKeyCredentialCreationOptionsRequest(me));
    }

    /**
     * Takes what a device has made as somebody's passkey.
     *
     * @param name by which they know the device
     */
    @Transactional
    void add(
            Host host,
            String login,
            String name,
            PublicKeyCredentialCreationOptions offered,
            PublicKeyCredential<AuthenticatorAttestationResponse> made) {
        Person person = people.named(login);
        if (!offered.getUser().getName().equals(login)) {
            throw ProblemException.refused("This was offered to somebody else. Begin again.");
        }
        try {
            party(host, name)
                    .registerCredential(new ImmutableRelyingPartyRegistrationRequest(
                            offered, new RelyingPartyPublicKey(made, name)));
        } catch (WebAuthnException | IllegalArgumentException | JacksonException e) {
            LOG.info("A passkey of {} was not taken: {}", login, e.getMessage());
            throw ProblemException.refused("What the device has made can't be taken. Begin again.");
        }
        person.havePasskey(true);
        audit.write(login, login, "passkey added", name + " at " + host.name() + ".");
    }

    /** What a browser is asked to have a device sign, whoever it belongs to. */
    PublicKeyCredentialRequestOptions ask(Host host) {
        return party(host, "")
                .createCredentialRequestOptions(new ImmutablePublicKeyCredentialRequestOptionsRequest(null));
    }

    /** Who has signed what was asked; empty when it is nobody who may come in. */
    Optional<Person> whoSigned(
            Host host,
            PublicKeyCredentialRequestOptions asked,
            PublicKeyCredential<AuthenticatorAssertionResponse> signed) {
        try {
            return Objects.requireNonNull(transaction.execute(t -> {
                String login = party(host, "")
                        .authenticate(new RelyingPartyAuthenticationRequest(asked, signed))
                        .getName();
                return people.findByLogin(login).filter(Person::isPresent);
            }));
        } catch (CopiedException | MaliciousCounterValueException e) {
            transaction.executeWithoutResult(
                    t -> passkeys.findByCredentialId(signed.getRawId().toBase64UrlString())
                            .ifPresent(this::refuseCopied));
            return Optional.empty();
        } catch (WebAuthnException | IllegalArgumentException | JacksonException e) {
            LOG.info("A passkey did not let anybody in: {}", e.getMessage());
            return Optional.empty();
        }
    }

    private void refuseCopied(Passkey passkey) {
        audit.write(
                AuditLog.SAFE_STEP,
                passkey.person().login(),
                "passkey refused",
                passkey.name()
                        + " has counted fewer signatures than before: it may have been copied. Take it away and make"
                        + " another one.");
    }

    /**
     * @param name by which its owner knows the device
     * @param host under which it works
     * @param madeAt UTC
     * @param usedAt UTC; null when never
     */
    record PasskeyView(
            long id,
            String name,
            String host,
            Instant madeAt,
            @Nullable Instant usedAt) {}

    @Transactional(readOnly = true)
    List<PasskeyView> of(String login) {
        return passkeys.findByPersonIdOrderById(people.named(login).id()).stream()
                .map(p -> new PasskeyView(p.id(), p.name(), p.told().host(), p.madeAt(), p.usedAt()))
                .toList();
    }

    /** Takes one away; the last way in stays. */
    @Transactional
    void drop(String login, long id) {
        Person person = people.named(login);
        List<Passkey> all = passkeys.findByPersonIdOrderById(person.id());
        Passkey dropped = all.stream()
                .filter(p -> p.id() == id)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("This passkey"));
        passkeys.delete(dropped);
        person.havePasskey(all.size() > 1);
        if (person.wayIn() == WayIn.NONE) {
            throw ProblemException.refused(
                    "It is your only way in. Ask an administrator for a link with which you choose a password first.");
        }
        audit.write(
                login,
                login,
                "passkey taken away",
                dropped.name() + " at " + dropped.told().host() + ".");
    }
}
