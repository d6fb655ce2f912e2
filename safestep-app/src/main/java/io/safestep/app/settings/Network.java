package io.safestep.app.settings;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.safestep.core.change.ReferenceLink;
import java.time.Duration;
import java.time.ZoneId;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The network that is looked after: its name, and the time zone in which people read times. Said by people, and in use at once. */
@Component
public class Network {

    /** What another process has said is seen after this. */
    private static final Duration KEPT = Duration.ofSeconds(2);

    private static final int MOST_OF_A_NAME = 80;

    private final JdbcClient jdbc;
    private final ZoneId usual;
    private final LoadingCache<Boolean, Said> said;

    private record Said(
            @Nullable String name, ZoneId zone, @Nullable String referenceLink) {}

    Network(JdbcClient jdbc, NetworkSettings settings) {
        this.jdbc = jdbc;
        this.usual = settings.zone();
        this.said = Caffeine.newBuilder().expireAfterWrite(KEPT).build(always -> read());
    }

    private Said read() {
        return jdbc.sql("select name, zone, reference_link from network")
                .query((row, i) -> new Said(
                        row.getString("name"), ZoneId.of(row.getString("zone")), row.getString("reference_link")))
                .optional()
                .orElse(new Said(null, usual, null));
    }

    private Said said() {
        return Objects.requireNonNull(said.get(true));
    }

    /** Empty while nobody has said. */
    public Optional<String> name() {
        return Optional.ofNullable(said().name());
    }

    /** The one of the settings of the server while nobody has said. */
    public ZoneId zone() {
        return said().zone();
    }

    /** Where references of the house lead; empty for nowhere. */
    public Optional<ReferenceLink> referenceLink() {
        return Optional.ofNullable(said().referenceLink()).map(ReferenceLink::new);
    }

    /** @param pattern null for nowhere */
    public void leadReferences(@Nullable String pattern) {
        jdbc.sql("update network set reference_link = :pattern where id = 1")
                .param("pattern", pattern)
                .update();
        said.invalidateAll();
    }

    /** What is wrong with a name; null when nothing is. */
    public static @Nullable String problem(String name) {
        return name.isBlank()
                ? "Enter the name by which people know the network."
                : name.length() > MOST_OF_A_NAME ? "At most " + MOST_OF_A_NAME + " characters." : null;
    }

    /** Windows, freezes and rounds that people wrote keep the zone in which they did. */
    public void say(String name, ZoneId zone) {
        jdbc.sql("""
                insert into network (id, name, zone) values (1, :name, :zone)
                on conflict (id) do update set name = :name, zone = :zone""").param("name", name.strip()).param("zone", zone.getId()).update();
        said.invalidateAll();
    }
}
