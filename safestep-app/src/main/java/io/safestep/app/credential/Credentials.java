package io.safestep.app.credential;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.secret.SecretBox;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Accounts on devices, and where each is used. Passwords go in and never come out but to log in. The front door of this package. */
@Service
@Transactional
public class Credentials {

    private static final String CANDIDATES = """
            select c.id, c.name, c.login, c.standard, c.secret, u.place, u.place_id from credential c
            left join credential_use u on u.credential_id = c.id and (u.place = 'GROUP'
            or u.place = 'DEVICE' and u.place_id = :deviceId or u.place = 'SITE' and u.place_id = :siteId)
            where c.standard or u.id is not null""";

    private final CredentialRepository repository;
    private final CredentialUseRepository uses;
    private final JdbcClient jdbc;
    private final SecretBox secrets;
    private final AuditLog audit;

    Credentials(
            CredentialRepository repository,
            CredentialUseRepository uses,
            JdbcClient jdbc,
            SecretBox secrets,
            AuditLog audit) {
        this.repository = repository;
        this.uses = uses;
        this.jdbc = jdbc;
        this.secrets = secrets;
        this.audit = audit;
    }

    /** @param standard whether it is used where nothing else says which */
    public record Entry(long id, String name, String login, boolean standard) {}

    /** Where a credential is used, by the id of the device, group or site. */
    public record Use(long credentialId, Place place, long placeId) {}

    /**
     * Enough to log in.
     *
     * @param password in clear; for the log-in only
     */
    public record Opened(long id, String name, String login, String password) {

        @Override
        public String toString() {
            return name;
        }
    }

    /**
     * What somebody enters.
     *
     * @param password null to keep the one that is stored
     */
    public record Wanted(
            String name, String login, @Nullable String password, boolean standard) {

        @Override
        public String toString() {
            return name;
        }
    }

    @Transactional(readOnly = true)
    public List<Entry> all() {
        return repository.findAllByOrderByName().stream()
                .map(Credentials::entry)
                .toList();
    }

    private static Entry entry(Credential c) {
        return new Entry(c.id(), c.name(), c.login(), c.standard());
    }

    @Transactional(readOnly = true)
    public List<Use> uses() {
        return uses.findAll().stream()
                .map(u -> new Use(u.credentialId(), u.place(), u.placeId()))
                .toList();
    }

    /** Every use by place and id of the place, to the id of the credential. */
    @Transactional(readOnly = true)
    public Map<Place, Map<Long, Long>> byPlace() {
        Map<Place, Map<Long, Long>> byPlace = new HashMap<>();
        for (Place place : Place.values()) {
            byPlace.put(place, new HashMap<>());
        }
        uses.findAll()
                .forEach(u ->
                        byPlace.computeIfAbsent(u.place(), p -> new HashMap<>()).put(u.placeId(), u.credentialId()));
        return byPlace;
    }

    /**
     * What comes into question for one device: the standard credential, and what is said for it, its site, and any group.
     * Asked at each visit, so that it is one question, and without entities.
     */
    @Transactional(propagation = Propagation.SUPPORTS)
    public Candidates candidates(long deviceId, long siteId) {
        Candidates candidates = new Candidates(secrets);
        jdbc.sql(CANDIDATES).param("deviceId", deviceId).param("siteId", siteId).query((ResultSet row) -> {
            long id = row.getLong("id");
            candidates.add(
                    new Entry(id, row.getString("name"), row.getString("login"), row.getBoolean("standard")),
                    row.getBytes("secret"));
            String place = row.getString("place");
            if (place != null) {
                candidates.say(Place.valueOf(place), row.getLong("place_id"), id);
            }
        });
        return candidates;
    }

    @Transactional(readOnly = true)
    public Opened open(long id) {
        Credential c = existing(id);
        return new Opened(c.id(), c.name(), c.login(), secrets.open(c.secret()));
    }

    private Credential existing(long id) {
        return repository.findById(id).orElseThrow(() -> ProblemException.notFound("This credential"));
    }

    /** Adds a credential; the first one becomes the standard. */
    public Entry add(Wanted wanted, String person) {
        List<FieldError> errors = check(wanted, null);
        String password = Objects.requireNonNullElse(wanted.password(), "");
        if (password.isEmpty()) {
            errors.add(FieldError.of("password", "Enter the password."));
        }
        refuse(errors);
        boolean first = repository.count() == 0;
        Credential added = repository.save(new Credential(wanted.name(), wanted.login(), secrets.close(password)));
        setStandard(added, wanted.standard() || first);
        audit.write(person, wanted.name(), "credential added", "Log-in " + wanted.login() + ".");
        return entry(added);
    }

    public Entry change(long id, Wanted wanted, String person) {
        Credential credential = existing(id);
        refuse(check(wanted, credential));
        credential.rename(wanted.name(), wanted.login());
        String password = Objects.requireNonNullElse(wanted.password(), "");
        boolean newPassword = !password.isEmpty();
        if (newPassword) {
            credential.close(secrets.close(password));
        }
        setStandard(credential, wanted.standard());
        audit.write(
                person,
                wanted.name(),
                "credential changed",
                "Log-in " + wanted.login() + (newPassword ? ", with a new password." : ", the password stays."));
        return entry(credential);
    }

    private List<FieldError> check(Wanted wanted, @Nullable Credential self) {
        List<FieldError> errors = new ArrayList<>();
        if (wanted.name().isBlank()) {
            errors.add(FieldError.of("name", "Give it a name."));
        }
        if (wanted.login().isBlank()) {
            errors.add(FieldError.of("login", "Enter the log-in name."));
        }
        repository
                .findByName(wanted.name())
                .filter(c -> self == null || !c.id().equals(self.id()))
                .ifPresent(c ->
                        errors.add(FieldError.of("name", "There is a credential called " + c.name() + " already.")));
        return errors;
    }

    private static void refuse(List<FieldError> errors) {
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
    }

    private void setStandard(Credential credential, boolean standard) {
        if (standard && !credential.standard()) {
            repository.findByStandardTrue().ifPresent(c -> c.makeStandard(false));
            // The old one has to lose the mark before the new one gets it.
            repository.flush();
        }
        credential.makeStandard(standard);
    }

    /** @param usedAt says in words where it is used, for the refusal; empty when nowhere */
    public void remove(long id, List<String> usedAt, String person) {
        Credential credential = existing(id);
        if (!usedAt.isEmpty()) {
            throw ProblemException.refused(credential.name() + " is in use: " + String.join(", ", usedAt)
                    + ". Choose another credential there first.");
        }
        repository.delete(credential);
        repository.flush();
        audit.write(person, credential.name(), "credential removed", "It was used nowhere.");
    }

    /** @param credentialId null to take back what was said for this place */
    public void use(Place place, long placeId, @Nullable Long credentialId) {
        if (credentialId == null) {
            uses.deleteByPlaceAndPlaceId(place, placeId);
        } else {
            existing(credentialId);
            uses.findByPlaceAndPlaceId(place, placeId)
                    .ifPresentOrElse(
                            u -> u.use(credentialId), () -> uses.save(new CredentialUse(credentialId, place, placeId)));
        }
        uses.flush();
    }

    @Transactional(readOnly = true)
    public Entry named(String name) {
        return repository
                .findByName(name)
                .map(Credentials::entry)
                .orElseThrow(() -> ProblemException.notFound("A credential called " + name));
    }
}
