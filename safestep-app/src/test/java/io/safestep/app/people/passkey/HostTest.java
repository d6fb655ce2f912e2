package io.safestep.app.people.passkey;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.settings.MailSettings;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;

class HostTest {

    private static MockHttpServletRequest asked(String scheme, String host, int port) {
        MockHttpServletRequest request = new MockHttpServletRequest();
        request.setScheme(scheme);
        request.setServerName(host);
        request.setServerPort(port);
        return request;
    }

    private static MailSettings reached(String url) {
        return new MailSettings(false, "x@ferries.example", url);
    }

    @Test
    void itIsTheOneUnderWhichPeopleReachSafeStep() {
        MailSettings settings = reached("https://steps.ferries.example");
        assertThat(Host.of(asked("http", "steps.ferries.example", 8077), settings))
                .as("behind something that speaks https for it: browsers write the origin as they see it")
                .contains(new Host("steps.ferries.example", "https://steps.ferries.example"));
        assertThat(Host.of(asked("https", "elsewhere.example", 443), settings))
                .as("a name that somebody else has let lead here")
                .isEmpty();
        assertThat(Host.of(asked("https", "steps.ferries.example", 443), reached("https://steps.ferries.example:8443")))
                .contains(new Host("steps.ferries.example", "https://steps.ferries.example:8443"));
    }

    @Test
    void onTheMachineItselfItIsItsName() {
        assertThat(Host.of(asked("http", "localhost", 8077), reached("http://127.0.0.1:8077")))
                .contains(new Host("localhost", "http://localhost:8077"));
        assertThat(Host.of(asked("http", "localhost", 80), reached("http://127.0.0.1")))
                .contains(new Host("localhost", "http://localhost"));
    }

    @Test
    void anAddressOfNumbersIsNone() {
        MailSettings settings = reached("http://127.0.0.1:8077");
        assertThat(Host.of(asked("http", "127.0.0.1", 8077), settings)).isEmpty();
        assertThat(Host.of(asked("http", "[::1]", 8077), reached("http://[::1]:8077")))
                .isEmpty();
        assertThat(Host.elsewhere(asked("http", "127.0.0.1", 8077), settings))
                .endsWith("Open Safe Step as http://localhost:8077.");
        assertThat(Host.elsewhere(asked("https", "10.77.8.10", 443), reached("https://steps.ferries.example")))
                .endsWith("Open Safe Step as https://steps.ferries.example.");
    }
}
