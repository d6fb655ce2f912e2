package io.safestep.app.notice.hooks;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.Teams;
import io.safestep.app.problem.ProblemException;
import java.net.URI;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The programs of teams, and what they are told. The front door of this room. */
@Service
@Transactional
public class TeamHooks {

    private static final int OCTETS_OF_A_KEY = 32;
    private static final int MOST_SHOWN = 20;

    private final TeamHookRepository repository;
    private final HookOutbox outbox;
    private final HookSender sender;
    private final Teams teams;
    private final AuditLog audit;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    TeamHooks(
            TeamHookRepository repository,
            HookOutbox outbox,
            HookSender sender,
            Teams teams,
            AuditLog audit,
            Clock clock) {
        this.repository = repository;
        this.outbox = outbox;
        this.sender = sender;
        this.teams = teams;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * @param setAt when its address or key was set, UTC
     * @param keyId by which a message says whose key it is signed with
     * @param newest what it was told last, newest first
     */
    public record HookView(
            String address, String setBy, Instant setAt, String keyId, List<HookOutbox.MessageView> newest) {}

    /** @param key Base64, told this once */
    public record NewKey(String key) {}

    /** Empty when the team has no program. */
    @Transactional(readOnly = true)
    public Optional<HookView> of(long team) {
        return repository
                .findById(team)
                .map(h ->
                        new HookView(h.address(), h.setBy(), h.setAt(), keyId(team), outbox.newest(team, MOST_SHOWN)));
    }

    static String keyId(long team) {
        return "team-" + team;
    }

    /**
     * Where the program of a team is told things from now on.
     *
     * @return the key that was made for it; nothing when it had one already
     */
    public @Nullable NewKey set(long team, String address, String login) {
        String name = name(team);
        URI uri = HookAddress.checked(address);
        TeamHook known = repository.findById(team).orElse(null);
        String key = known == null ? key() : known.key();
        TeamHook hook = known == null ? new TeamHook(team) : known;
        hook.set(uri.toString(), key, login, clock.instant());
        repository.save(hook);
        // The address as a whole is often all that it takes to write there.
        audit.write(login, name, "program of team set", "It is told things at " + uri.getHost() + ".");
        return known == null ? new NewKey(key) : null;
    }

    /** Another key; the one before is worth nothing from now on. */
    public NewKey renewed(long team, String login) {
        TeamHook hook = known(team);
        String key = key();
        hook.set(hook.address(), key, login, clock.instant());
        audit.write(login, name(team), "program of team given another key", "The key before is worth nothing now.");
        return new NewKey(key);
    }

    public void remove(long team, String login) {
        repository.delete(known(team));
        outbox.forget(team);
        audit.write(login, name(team), "program of team removed", "It is told nothing more.");
    }

    /** Sends a message that says it is a trial; what came of it as a sentence. */
    @Transactional(propagation = Propagation.NOT_SUPPORTED)
    public HookSender.Outcome tried(long team, String login) {
        TeamHook hook = known(team);
        return sender.send(hook, outbox.trial(name(team), login));
    }

    /**
     * Tells the programs of the teams to which somebody belongs what that person is told; once, however many of a team are
     * told the same in a transaction.
     *
     * @param link the page that it is about
     */
    public void tell(long person, String kind, String words, String link) {
        Set<Long> theirs = teams.ofPeople().getOrDefault(person, Set.of());
        if (!theirs.isEmpty()) {
            outbox.put(theirs, kind, words, link);
        }
    }

    private TeamHook known(long team) {
        return repository.findById(team).orElseThrow(() -> ProblemException.notFound("A program of this team"));
    }

    private String name(long team) {
        return teams.all().stream()
                .filter(t -> t.id() == team)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("A team of this number"))
                .name();
    }

    private String key() {
        byte[] octets = new byte[OCTETS_OF_A_KEY];
        random.nextBytes(octets);
        return Base64.getEncoder().encodeToString(octets);
    }
}
