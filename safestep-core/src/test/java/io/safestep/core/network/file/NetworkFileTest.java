package io.safestep.core.network.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import java.util.List;
import org.junit.jupiter.api.Test;

class NetworkFileTest {

    private static final String DEVICES = """
            "devices": [
              {"name": "a", "platform": "corvane-cli", "configuration": "a.txt", "off": true, "address": "10.0.0.1",
               "site": "brn", "role": "distribution", "partner": "b"},
              {"name": "b", "platform": "corvane-cli", "configuration": "b.txt"}
            ]""";

    private static String end(String device, String port) {
        return "{\"device\": \"" + device + "\", \"interface\": \"" + port + "\"}";
    }

    private static String file(String... parts) {
        return "{" + String.join(",\n", parts) + "}";
    }

    private static String links(String name, String... pairs) {
        return "\"" + name + "\": [" + String.join(", ", pairs) + "]";
    }

    private static String pair(String one, String other) {
        return "[" + end(one.substring(0, 1), one.substring(2)) + ", " + end(other.substring(0, 1), other.substring(2))
                + "]";
    }

    private static List<String> problems(String... parts) {
        NetworkFileException refused =
                catchThrowableOfType(NetworkFileException.class, () -> NetworkFile.parse(file(parts)));
        assertThat(refused).as("what is wrong is refused").isNotNull();
        return refused.problems();
    }

    @Test
    void everythingThatAFileSaysIsTaken() {
        NetworkFile read = NetworkFile.parse(file(
                DEVICES,
                links("links", pair("a port 1", "b port 1"), pair("a port 2", "b port 2")),
                links("cut", pair("b port 2", "a port 2")),
                """
                "hosts": [
                  {"name": "desk", "address": "10.1.0.9/24", "gateway": "10.1.0.1", "device": "a", "interface": "port 3"},
                  {"name": "cable", "device": "b", "interface": "port 3"}
                ]"""));
        assertThat(read.devices())
                .containsExactly(
                        new NetworkFile.Device(
                                "a", "corvane-cli", "a.txt", true, "10.0.0.1", "brn", "distribution", "b"),
                        new NetworkFile.Device("b", "corvane-cli", "b.txt", false, null, null, null, null));
        assertThat(read.links()).hasSize(2);
        assertThat(read.cut()).containsExactly(new Link(new Port("b", "port 2"), new Port("a", "port 2")));
        assertThat(read.hosts())
                .extracting(h -> h.name() + " " + h.address() + " " + h.gateway() + " " + h.port())
                .containsExactly("desk 10.1.0.9/24 10.1.0.1 a port 3", "cable null null b port 3");
    }

    @Test
    void whatDoesNotFollowTheSchemaIsNamed() {
        assertThat(problems("\"devices\": [{\"name\": \"a\"}]"))
                .isNotEmpty()
                .allSatisfy(p -> assertThat(p).contains("devices"));
    }

    @Test
    void whatDoesNotBelongTogetherIsNamedAllAtOnce() {
        assertThat(problems(
                        """
                        "devices": [
                          {"name": "a", "platform": "corvane-cli", "configuration": "a.txt"},
                          {"name": "a", "platform": "corvane-cli", "configuration": "a2.txt"}
                        ]""",
                        links("links", pair("a port 1", "b port 1"), pair("a port 1", "a port 2")),
                        links("cut", pair("a port 7", "a port 8")),
                        """
                        "hosts": [
                          {"name": "desk", "address": "10.1.0/24", "device": "a", "interface": "port 3"},
                          {"name": "lost", "address": "10.1.0.9/24", "device": "z", "interface": "port 3"}
                        ]"""))
                .satisfiesExactlyInAnyOrder(
                        p -> assertThat(p).isEqualTo("There are two devices with the name a."),
                        p -> assertThat(p).isEqualTo("A link ends at b port 1, but b is not among the devices."),
                        p -> assertThat(p).isEqualTo("Two links end at a port 1."),
                        p -> assertThat(p)
                                .isEqualTo("The link of a port 7 and a port 8 is cut, but is not among the links."),
                        p -> assertThat(p).startsWith("Of the host desk: "),
                        p -> assertThat(p)
                                .isEqualTo("The host lost is connected to z, which is not among the devices."));
    }
}
