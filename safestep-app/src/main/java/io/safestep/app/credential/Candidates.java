package io.safestep.app.credential;

import io.safestep.app.credential.Credentials.Entry;
import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.secret.SecretBox;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** The credentials that come into question for one device, and where each is said. Only the one that is chosen is opened. */
public final class Candidates {

    private final SecretBox secrets;
    private final Map<Long, Entry> entries = new HashMap<>();
    private final Map<Long, byte[]> closed = new HashMap<>();
    private final Map<Place, Map<Long, Long>> said = new EnumMap<>(Place.class);

    Candidates(SecretBox secrets) {
        this.secrets = secrets;
        for (Place place : Place.values()) {
            said.put(place, new HashMap<>());
        }
    }

    void add(Entry entry, byte[] secret) {
        entries.put(entry.id(), entry);
        closed.put(entry.id(), secret);
    }

    void say(Place place, long placeId, long credentialId) {
        said.computeIfAbsent(place, p -> new HashMap<>()).put(placeId, credentialId);
    }

    public List<Entry> entries() {
        return new ArrayList<>(entries.values());
    }

    /** By place and id of the place, the id of the credential. */
    public Map<Place, Map<Long, Long>> said() {
        return said;
    }

    /** @param id of one of them */
    public Opened open(long id) {
        Entry entry = Objects.requireNonNull(entries.get(id));
        return new Opened(id, entry.name(), entry.login(), secrets.open(Objects.requireNonNull(closed.get(id))));
    }
}
