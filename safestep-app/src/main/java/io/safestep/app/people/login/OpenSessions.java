package io.safestep.app.people.login;

import io.safestep.core.digest.Sha256;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/** Where people are logged in. A session is named by the hash of its id, since the id itself is what lets somebody in. */
@Component
public class OpenSessions {

    private static final int NAMED_BY = 16;

    private final FindByIndexNameSessionRepository<? extends Session> repository;

    OpenSessions(FindByIndexNameSessionRepository<? extends Session> repository) {
        this.repository = repository;
    }

    /**
     * @param name by which it can be ended
     * @param begunAt UTC
     * @param usedAt to the minute, UTC
     * @param own whether it is the one in which this is asked
     */
    public record View(String name, Instant begunAt, Instant usedAt, boolean own) {}

    /** Newest first. */
    public List<View> of(String login, @Nullable String ownId) {
        return repository.findByPrincipalName(login).values().stream()
                .filter(s -> !s.isExpired())
                .map(s -> new View(
                        name(s.getId()),
                        s.getCreationTime(),
                        s.getLastAccessedTime(),
                        s.getId().equals(ownId)))
                .sorted(Comparator.comparing(View::usedAt).reversed())
                .toList();
    }

    private static String name(String id) {
        return Sha256.hex(id).substring(0, NAMED_BY);
    }

    /** False when there is none of this name any more. */
    public boolean end(String login, String name) {
        for (String id : repository.findByPrincipalName(login).keySet()) {
            if (name(id).equals(name)) {
                repository.deleteById(id);
                return true;
            }
        }
        return false;
    }

    public void endAll(String login) {
        endOthers(login, null);
    }

    /** @param keptId the one that goes on; null for none */
    public int endOthers(String login, @Nullable String keptId) {
        int ended = 0;
        for (String id : repository.findByPrincipalName(login).keySet()) {
            if (!id.equals(keptId)) {
                repository.deleteById(id);
                ended++;
            }
        }
        return ended;
    }
}
