package io.safestep.core.network.bgp;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The steps of RFC 4271, section 9.1.2.2, each with two routes that differ in nothing before it. */
class BgpDecisionTest {

    /** The last number of a next hop is what the way to it costs; 10.9.9.9 can't be reached. */
    private static final BgpDecision DECISION = new BgpDecision(
            hop -> hop.equals(IpAddress.parse("10.9.9.9")) ? OptionalLong.empty() : OptionalLong.of(hop.bits() & 0xff));

    private static final class Made {
        private String nextHop = "10.0.0.5";
        private List<Long> path = List.of(64500L, 64510L);
        private boolean incomplete;
        private int preference = 100;
        private long med;
        private String from = "10.0.0.9";
        private boolean external = true;
        private String neighbourId = "10.1.1.9";

        private BgpRoute route() {
            return new BgpRoute(
                    IpPrefix.parse("198.51.100.0/24"),
                    nextHop == null ? null : IpAddress.parse(nextHop),
                    path,
                    incomplete,
                    preference,
                    med,
                    from == null ? null : IpAddress.parse(from),
                    external,
                    neighbourId == null ? null : IpAddress.parse(neighbourId),
                    Set.of(),
                    0);
        }
    }

    private static Made made() {
        return new Made();
    }

    private static Made own() {
        Made own = made();
        own.nextHop = null;
        own.from = null;
        own.neighbourId = null;
        own.path = List.of();
        own.external = false;
        return own;
    }

    /** The same route wins in every order in which they come. */
    private static void assertBest(Made best, Made... others) {
        List<BgpRoute> all = new ArrayList<>();
        all.add(best.route());
        for (Made other : others) {
            all.add(other.route());
        }
        Random random = new Random(4271);
        for (int i = 0; i < 12; i++) {
            Collections.shuffle(all, random);
            assertThat(DECISION.best(all)).as("of %s", all).contains(best.route());
        }
    }

    @Test
    void withoutAnyThereIsNone() {
        assertThat(DECISION.best(List.of())).isEmpty();
        Made gone = made();
        gone.nextHop = "10.9.9.9";
        assertThat(DECISION.best(List.of(gone.route())))
                .as("its next hop can't be reached")
                .isEmpty();
    }

    @Test
    void oneThatCannotBeReachedGivesWayToAWorseOne() {
        Made gone = made();
        gone.nextHop = "10.9.9.9";
        gone.preference = 900;
        assertBest(made(), gone);
    }

    @Test
    void thePreferenceComesBeforeEverything() {
        Made preferred = made();
        preferred.preference = 200;
        preferred.path = List.of(64500L, 64510L, 64520L);
        preferred.incomplete = true;
        preferred.med = 50;
        assertBest(preferred, made(), own());
    }

    @Test
    void anOwnRouteComesBeforeAToldOne() {
        Made shorter = made();
        shorter.path = List.of();
        Made own = own();
        own.incomplete = true;
        assertBest(own, shorter, made());
    }

    @Test
    void thenTheShorterPath() {
        Made shorter = made();
        shorter.path = List.of(64500L);
        shorter.incomplete = true;
        shorter.med = 70;
        assertBest(shorter, made());
    }

    @Test
    void thenTheOriginThatIsKnown() {
        Made incomplete = made();
        incomplete.incomplete = true;
        Made known = made();
        known.med = 70;
        known.external = false;
        assertBest(known, incomplete);
    }

    @Test
    void thenTheLowerMedOfTheSameNeighbouringSystem() {
        Made lower = made();
        lower.med = 10;
        lower.external = false;
        Made higher = made();
        higher.med = 20;
        assertBest(lower, higher);
        Made elsewhere = made();
        elsewhere.path = List.of(64501L, 64510L);
        elsewhere.med = 90;
        elsewhere.nextHop = "10.0.0.1";
        Made here = made();
        here.med = 10;
        assertBest(elsewhere, here);
    }

    @Test
    void thenTheOneFromOutside() {
        Made inside = made();
        inside.external = false;
        inside.nextHop = "10.0.0.1";
        assertBest(made(), inside);
    }

    @Test
    void thenTheShorterWayToTheNextHop() {
        Made near = made();
        near.nextHop = "10.0.0.4";
        near.neighbourId = "10.1.1.10";
        assertBest(near, made());
    }

    @Test
    void thenTheLowerIdentifierAndTheLowerAddress() {
        Made lowerId = made();
        lowerId.neighbourId = "10.1.1.8";
        lowerId.from = "10.0.0.20";
        assertBest(lowerId, made());
        Made lowerAddress = made();
        lowerAddress.from = "10.0.0.8";
        assertBest(lowerAddress, made());
    }

    @Test
    void ownRoutesNeedNoWay() {
        assertBest(own());
    }
}
