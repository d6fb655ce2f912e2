package io.safestep.app.people.signon;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.mock.web.MockHttpSession;

class ErrandTest {

    private static final Instant NOON = Instant.parse("2026-12-01T12:00:00Z");

    private final MockHttpSession session = new MockHttpSession();

    private static Clock at(Duration later) {
        return Clock.fixed(NOON.plus(later), ZoneOffset.UTC);
    }

    @ParameterizedTest
    @ValueSource(strings = {"/", "/changes/CR-1003", "/devices/brn-gw-a/network", "/settings/sign-on"})
    void pagesOfOursAreComeBackTo(String page) {
        Errand.begin(session, page, null, at(Duration.ZERO));
        assertThat(Errand.back(session)).isEqualTo(page);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "//elsewhere.example",
                "/\\elsewhere.example",
                "/.elsewhere",
                "https://elsewhere.example/",
                "changes",
                "/a/../../b",
                "/a\r\nSet-Cookie: x",
                "/%2F%2Felsewhere.example",
                "/a?next=https://elsewhere.example",
                "/a#b",
                ""
            })
    void nothingElseIs(String elsewhere) {
        Errand.begin(session, elsewhere, null, at(Duration.ZERO));
        assertThat(Errand.back(session)).isEqualTo("/");
    }

    @Test
    void whoTookTooLongJoinsNothing() {
        Errand.begin(session, "/own", "roake", at(Duration.ZERO));
        assertThat(Errand.joins(session, at(Duration.ofMinutes(9)))).contains("roake");
        assertThat(Errand.joins(session, at(Duration.ofMinutes(10)))).isEmpty();
        assertThat(Errand.wasToJoin(session)).as("it is no log-in for that").isTrue();
    }

    @Test
    void whatCameOfItIsSaidForAWhileAndNotAfterTheNextTry() {
        Errand.say(session, "Not today.", at(Duration.ZERO));
        assertThat(Errand.said(session, at(Duration.ofMinutes(9)))).isEqualTo("Not today.");
        assertThat(Errand.said(session, at(Duration.ofMinutes(11)))).isNull();
        Errand.begin(session, "/", null, at(Duration.ZERO));
        assertThat(Errand.said(session, at(Duration.ZERO))).isNull();
        assertThat(Errand.said(null, at(Duration.ZERO))).isNull();
        assertThat(Errand.back(null)).isEqualTo("/");
    }
}
