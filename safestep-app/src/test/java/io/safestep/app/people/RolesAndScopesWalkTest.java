package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.people.EndpointWalk.Endpoint;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sees;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.core.people.Right;
import io.safestep.core.people.Role;
import java.lang.annotation.Annotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.security.access.prepost.PreAuthorize;

/**
 * All endpoints for each role, with each scope, about what is theirs and what is elsewhere. What must be refused is asked for
 * and refused; of what may be, all that only looks is asked for and let in.
 */
class RolesAndScopesWalkTest extends ScopeGround {

    private static final Pattern RIGHT = Pattern.compile("'([A-Z_]+)'");

    /** For which devices somebody is what they are, and what follows for a device here and one elsewhere. */
    private enum Extent {
        ALL(true, true, true, true),
        ONE_TERMINAL(true, true, false, false),
        SEES_ALL(true, true, true, false),
        ONLY_LOOKS(true, false, false, false);

        private final boolean readsHere;
        private final boolean actsHere;
        private final boolean readsElsewhere;
        private final boolean actsElsewhere;

        Extent(boolean readsHere, boolean actsHere, boolean readsElsewhere, boolean actsElsewhere) {
            this.readsHere = readsHere;
            this.actsHere = actsHere;
            this.readsElsewhere = readsElsewhere;
            this.actsElsewhere = actsElsewhere;
        }

        private boolean reads(boolean here) {
            return here ? readsHere : readsElsewhere;
        }

        private boolean acts(boolean here) {
            return here ? actsHere : actsElsewhere;
        }
    }

    private ApiClient somebody(Role role, Extent extent) {
        String login = "scope-" + (role + "-" + extent).toLowerCase(Locale.ROOT).replace('_', '-');
        String reading = extent == Extent.ALL || extent == Extent.SEES_ALL ? EVERYTHING : dunmarsh();
        String acting = extent == Extent.ALL ? EVERYTHING : extent == Extent.ONLY_LOOKS ? NOTHING : dunmarsh();
        return somebody(login, role.name(), reading, acting);
    }

    private static Set<Right> asked(Endpoint endpoint) {
        PreAuthorize asks = endpoint.handler().getMethodAnnotation(PreAuthorize.class);
        Set<Right> rights = new TreeSet<>();
        if (asks != null) {
            Matcher right = RIGHT.matcher(asks.value());
            while (right.find()) {
                rights.add(Right.valueOf(right.group(1)));
            }
        }
        return rights;
    }

    private static boolean marked(Endpoint endpoint, Class<? extends Annotation> annotation) {
        return Arrays.stream(endpoint.handler().getMethodParameters())
                .anyMatch(parameter -> parameter.hasParameterAnnotation(annotation));
    }

    /** Ids of what is at the terminal alone. */
    private Map<String, Map<String, String>> here() {
        int change = written(everywhere, "Here", "dun-ac-1");
        long backup = jdbc.queryForObject(
                "select max(b.id) from backup b join device d on d.id = b.device_id where d.name = 'dun-ac-1'",
                Long.class);
        Map<String, String> device = Map.of("name", "dun-ac-1", "device", "dun-ac-1", "id", String.valueOf(backup));
        Map<String, Map<String, String>> ids = new HashMap<>();
        ids.put("/api/changes/", Map.of("number", String.valueOf(change), "device", "dun-ac-1"));
        ids.put("/api/devices/", device);
        ids.put("/api/drift/devices/", device);
        ids.put("/api/practice/", device);
        return ids;
    }

    /** Why it must be refused; null when it need not be. */
    private static String refusal(Endpoint endpoint, Role role, Extent extent, boolean here) {
        Set<Right> asked = asked(endpoint);
        if (!asked.isEmpty() && asked.stream().noneMatch(role.rights()::contains)) {
            return "without the right";
        }
        if (endpoint.handler().hasMethodAnnotation(NetworkWide.class) && extent != Extent.ALL) {
            return "for all devices alone";
        }
        if (marked(endpoint, Acts.class) && !extent.acts(here)) {
            return "acts on what is not theirs";
        }
        return marked(endpoint, Sees.class) && !extent.reads(here) ? "looks at what is not theirs" : null;
    }

    /** @param refusal why it must be refused; null when it must be let in */
    private record Question(
            Endpoint endpoint,
            Extent extent,
            ApiClient who,
            boolean here,
            Map<String, String> variables,
            String refusal) {

        String expected() {
            return refusal == null ? "let in" : refusal;
        }
    }

    /** Empty when it is not known what has to come of it, or it would change something. */
    private static Optional<Question> question(
            Endpoint endpoint, Role role, Extent extent, ApiClient who, boolean here, Map<String, String> variables) {
        boolean known = !variables.isEmpty() || !marked(endpoint, Acts.class) && !marked(endpoint, Sees.class);
        String refusal = known ? refusal(endpoint, role, extent, here) : null;
        boolean looks = known && here && endpoint.method().equals("GET");
        boolean isWorthAsking = extent == Extent.ALL || extent == Extent.ONE_TERMINAL;
        return refusal == null && !(looks && isWorthAsking)
                ? Optional.empty()
                : Optional.of(new Question(endpoint, extent, who, here, variables, refusal));
    }

    @ParameterizedTest
    @EnumSource(Role.class)
    void whatMustBeRefusedIsRefusedAndWhatMayBeSeenIsSeen(Role role) {
        awaitWholeDemo();
        Map<Boolean, Map<String, Map<String, String>>> ids = Map.of(true, here(), false, others());
        List<Endpoint> endpoints = EndpointWalk.endpoints(mappings).stream()
                .filter(e -> !asked(e).isEmpty())
                .filter(e -> !e.path().endsWith("/events") && !e.path().equals("/api/changes/takeover"))
                .toList();
        List<Question> questions = new ArrayList<>();
        for (Extent extent : Extent.values()) {
            ApiClient who = somebody(role, extent);
            for (boolean here : new boolean[] {true, false}) {
                endpoints.forEach(e -> question(e, role, extent, who, here, variables(ids.get(here), e.path()))
                        .ifPresent(questions::add));
            }
        }
        Set<String> wrong = new ConcurrentSkipListSet<>();
        Map<String, Integer> asked = new ConcurrentHashMap<>();
        // None of them changes anything that another one asks for: they are asked side by side.
        questions.parallelStream().forEach(q -> {
            Answer answer = q.endpoint().call(q.who(), q.variables());
            boolean right = q.refusal() == null
                    ? answer.status() != 403
                    : answer.status() == 403
                            || answer.status() == 404 && !q.extent().reads(q.here());
            asked.merge(q.expected(), 1, Integer::sum);
            if (!right) {
                wrong.add("%s, %s, %s: %s answered %d, %s"
                        .formatted(
                                role,
                                q.extent(),
                                q.here() ? "here" : "elsewhere",
                                q.endpoint().name(),
                                answer.status(),
                                q.expected()));
            }
        });
        assertThat(wrong.stream().limit(20).collect(Collectors.joining("\n")))
                .as("%d wrong of %s", wrong.size(), asked)
                .isEmpty();
        assertThat(asked.get("let in")).as("%s", asked).isGreaterThan(100);
        assertThat(asked.get("without the right"))
                .as("%s", asked)
                .isGreaterThan(role == Role.ADMINISTRATOR ? 100 : 300);
        assertThat(asked.get("looks at what is not theirs")).as("%s", asked).isGreaterThan(20);
    }
}
