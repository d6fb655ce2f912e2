package io.safestep.app.people.passkey;

import io.safestep.app.people.stored.Passkey;
import io.safestep.app.people.stored.PasskeyRepository;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.web.webauthn.api.AuthenticatorTransport;
import org.springframework.security.web.webauthn.api.Bytes;
import org.springframework.security.web.webauthn.api.CredentialRecord;
import org.springframework.security.web.webauthn.api.ImmutableCredentialRecord;
import org.springframework.security.web.webauthn.api.ImmutablePublicKeyCose;
import org.springframework.security.web.webauthn.api.ImmutablePublicKeyCredentialUserEntity;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialType;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialUserEntity;
import org.springframework.security.web.webauthn.management.PublicKeyCredentialUserEntityRepository;
import org.springframework.security.web.webauthn.management.UserCredentialRepository;
import org.springframework.stereotype.Component;

/** People and their passkeys, as the library that looks at signatures asks for them. Called in a transaction. */
@Component
class KeptPasskeys {

    private static final Bytes NO_KEY = new Bytes(new byte[] {0});

    private final PersonRepository people;
    private final PasskeyRepository passkeys;
    private final Clock clock;

    KeptPasskeys(PersonRepository people, PasskeyRepository passkeys, Clock clock) {
        this.people = people;
        this.passkeys = passkeys;
        this.clock = clock;
    }

    /** A device counts less than it did: what it holds was copied. */
    static final class CopiedException extends RuntimeException {

        private static final long serialVersionUID = 1L;
    }

    private static PublicKeyCredentialUserEntity entity(Person person, String handle) {
        return ImmutablePublicKeyCredentialUserEntity.builder()
                .id(Bytes.fromBase64(handle))
                .name(person.login())
                .displayName(person.name())
                .build();
    }

    PublicKeyCredentialUserEntityRepository owners() {
        return new PublicKeyCredentialUserEntityRepository() {

            @Override
            public @Nullable PublicKeyCredentialUserEntity findById(Bytes handle) {
                return people.findByPasskeyHandle(handle.toBase64UrlString())
                        .map(person -> entity(person, handle.toBase64UrlString()))
                        .orElse(null);
            }

            @Override
            public PublicKeyCredentialUserEntity findByUsername(String login) {
                Person person = people.named(login);
                String known = person.passkeyHandle();
                String handle = known != null ? known : Bytes.random().toBase64UrlString();
                if (known == null) {
                    person.knowDevicesBy(handle);
                }
                return entity(person, handle);
            }

            @Override
            public void save(PublicKeyCredentialUserEntity owner) {
                throw new IllegalStateException("People are made elsewhere.");
            }

            @Override
            public void delete(Bytes handle) {
                throw new IllegalStateException("Nobody is ever removed.");
            }
        };
    }

    /**
     * @param host of which passkeys are asked for
     * @param name of one that is added
     */
    UserCredentialRepository of(Host host, String name) {
        return new UserCredentialRepository() {

            @Override
            public void save(CredentialRecord told) {
                passkeys.findByCredentialId(told.getCredentialId().toBase64UrlString())
                        .ifPresentOrElse(known -> used(known, told), () -> add(told));
            }

            private void used(Passkey known, CredentialRecord told) {
                long before = known.told().signatures();
                if (before > 0 && told.getSignatureCount() <= before) {
                    throw new CopiedException();
                }
                known.used(told.getSignatureCount(), clock.instant());
            }

            private void add(CredentialRecord told) {
                Person owner = people.findByPasskeyHandle(
                                told.getUserEntityUserId().toBase64UrlString())
                        .orElseThrow();
                passkeys.saveAndFlush(new Passkey(
                        owner,
                        name,
                        new Passkey.Told(
                                host.name(),
                                told.getCredentialId().toBase64UrlString(),
                                Objects.requireNonNull(told.getAttestationObject())
                                        .toBase64UrlString(),
                                told.getTransports().stream()
                                        .map(AuthenticatorTransport::getValue)
                                        .sorted()
                                        .collect(Collectors.joining(",")),
                                told.getSignatureCount()),
                        clock.instant()));
            }

            @Override
            public @Nullable CredentialRecord findByCredentialId(Bytes credentialId) {
                return passkeys.findByCredentialId(credentialId.toBase64UrlString())
                        .filter(known -> known.told().host().equals(host.name()))
                        .map(KeptPasskeys::record)
                        .orElse(null);
            }

            @Override
            public List<CredentialRecord> findByUserId(Bytes handle) {
                return people.findByPasskeyHandle(handle.toBase64UrlString()).stream()
                        .flatMap(person -> passkeys.findByPersonIdOrderById(person.id()).stream())
                        .filter(known -> known.told().host().equals(host.name()))
                        .map(KeptPasskeys::record)
                        .toList();
            }

            @Override
            public void delete(Bytes credentialId) {
                throw new IllegalStateException("Passkeys are taken away by their owners.");
            }
        };
    }

    private static CredentialRecord record(Passkey passkey) {
        Passkey.Told told = passkey.told();
        Set<AuthenticatorTransport> transports = Arrays.stream(told.transports().split(","))
                .filter(name -> !name.isEmpty())
                .map(AuthenticatorTransport::valueOf)
                .collect(Collectors.toSet());
        Instant used = passkey.usedAt();
        return ImmutableCredentialRecord.builder()
                .credentialType(PublicKeyCredentialType.PUBLIC_KEY)
                .credentialId(Bytes.fromBase64(told.credentialId()))
                .userEntityUserId(
                        Bytes.fromBase64(Objects.requireNonNull(passkey.person().passkeyHandle())))
                // The public half is read from the attestation each time.
                .publicKey(new ImmutablePublicKeyCose(NO_KEY.getBytes()))
                .attestationObject(Bytes.fromBase64(told.attestation()))
                .signatureCount(told.signatures())
                .uvInitialized(true)
                .transports(transports)
                .label(passkey.name())
                .created(passkey.madeAt())
                .lastUsed(used == null ? passkey.madeAt() : used)
                .build();
    }
}
