package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.network.CorvaneNetwork.Built;
import io.safestep.core.network.trace.TracedPath.End;
import io.safestep.core.platform.ProfileReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which static routes a device uses: by a neighbour, by an interface, by way of another route, or not at all. */
class StaticRoutesTest {

    /** Two routers on a cable, and a third behind the second, which knows the way back. */
    private static Built line(String linesOfA) {
        return line(new CorvaneNetwork(), linesOfA);
    }

    private static Built line(CorvaneNetwork net, String linesOfA) {
        return line(net, linesOfA, "");
    }

    private static Built line(CorvaneNetwork net, String linesOfA, String linesOfB) {
        return net.device(
                        "a",
                        "interface port 1\n  address 10.1.0.1/30\ninterface port 2\n  address 10.1.9.1/30\n" + linesOfA)
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\ninterface port 2\n  address 10.2.0.1/30\n"
                                + "interface loopback 0\n  address 10.99.0.2/32\n" + linesOfB)
                .device(
                        "c",
                        "interface port 1\n  address 10.2.0.2/30\nroute 0.0.0.0/0 via 10.2.0.1\n"
                                + "interface loopback 0\n  address 10.99.0.3/32\n")
                .link("a port 1", "b port 1")
                .link("b port 2", "c port 1")
                .build();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            route 10.2.0.0/16 via 10.1.0.2             | STATIC 0 [10.1.0.2 port 1] | a neighbour on an attached subnet
            route 10.2.0.0/16 via 10.1.0.1             | none | the device itself is no way
            route 10.2.0.0/16 via 10.1.9.2             | none | the interface of that subnet is down
            route 10.2.0.0/16 via 10.3.0.1             | none | nothing leads to the next hop
            route 10.2.0.0/16 via 10.2.7.7             | none | the route does not lead to its own next hop
            route 10.2.0.0/16 discard                  | STATIC 0 discard | packets are thrown away
            """)
    void aRouteIsUsedWhenItsNextHopIsKnown(String lines, String expected, String why) {
        assertThat(line(lines + "\n").route("a", "10.2.0.0/16")).as(why).isEqualTo(expected);
    }

    @Test
    void aNextHopMayBeFoundByWayOfAnotherRoute() {
        Built net = line(
                new CorvaneNetwork(),
                "route 10.2.0.0/30 via 10.1.0.2\nroute 10.99.0.3/32 via 10.2.0.2\nroute 10.50.0.0/16 via 10.99.0.3\n",
                "route 10.99.0.3/32 via 10.2.0.2\n");
        assertThat(net.route("a", "10.99.0.3/32")).isEqualTo("STATIC 0 [10.1.0.2 port 1]");
        assertThat(net.route("a", "10.50.0.0/16")).as("over two others").isEqualTo("STATIC 0 [10.1.0.2 port 1]");
        assertThat(net.path("10.1.0.1", "10.99.0.3")).isEqualTo("DELIVERED a>b>c");
    }

    @Test
    void aDefaultRouteOrOneThatDiscardsIsNoWayToANextHop() {
        assertThat(line("route 0.0.0.0/0 via 10.1.0.2\nroute 10.50.0.0/16 via 10.2.0.2\n")
                        .route("a", "10.50.0.0/16"))
                .isEqualTo("none");
        assertThat(line("route 10.2.0.0/16 discard\nroute 10.50.0.0/16 via 10.2.0.2\n")
                        .route("a", "10.50.0.0/16"))
                .isEqualTo("none");
    }

    @Test
    void twoThatWaitForEachOtherAreBothLeftOut() {
        Built net = line("route 10.50.0.0/16 via 10.60.0.1\nroute 10.60.0.0/16 via 10.50.0.1\n");
        assertThat(net.prefixes("a")).doesNotContain("10.50.0.0/16", "10.60.0.0/16");
    }

    @Test
    void aRouteMayNameAnInterface() throws IOException {
        String route = "route 10.2.0.0/30 out port 1\nroute 10.99.0.3/32 via 10.1.0.2 out port 1\n"
                + "route 10.60.0.0/16 out port 2\nroute 10.70.0.0/16 out port 9\n";
        Built net = line(withInterfaces(), route);
        assertThat(net.route("a", "10.2.0.0/30")).isEqualTo("STATIC 0 [attached port 1]");
        assertThat(net.route("a", "10.99.0.3/32")).isEqualTo("STATIC 0 [10.1.0.2 port 1]");
        assertThat(net.route("a", "10.60.0.0/16")).as("the interface is down").isEqualTo("none");
        assertThat(net.route("a", "10.70.0.0/16"))
                .as("there is no such interface")
                .isEqualTo("none");
        assertThat(net.trace("10.1.0.1", "10.2.0.1").end())
                .as("b has the address, but on another cable")
                .isEqualTo(End.NOBODY_ANSWERS);
        assertThat(net.path("10.1.0.1", "10.99.0.3")).isEqualTo("NO_ROUTE a>b");
    }

    @Test
    void aRouteByWayOfOneThatNamesAnInterfaceGoesToItsOwnNextHop() throws IOException {
        Built net = line(withInterfaces(), "route 10.99.0.0/16 out port 1\nroute 10.50.0.0/16 via 10.99.0.2\n");
        assertThat(net.route("a", "10.50.0.0/16")).isEqualTo("STATIC 0 [10.99.0.2 port 1]");
    }

    /** The language with routes that name an interface, as a platform of an installation may have them. */
    private static CorvaneNetwork withInterfaces() throws IOException {
        try (InputStream shipped = ProfileReader.class.getResourceAsStream("/platforms/corvane-cli.yaml")) {
            String profile = new String(shipped.readAllBytes(), StandardCharsets.UTF_8)
                    .replace(
                            "    - { form: \"route <prefix> discard\" }\n",
                            "    - { form: \"route <prefix> discard\" }\n"
                                    + "    - { form: \"route <prefix> out port <number 1-48>\", key: 4 }\n"
                                    + "    - { form: \"route <prefix> via <address> out port <number 1-48>\", key: 4 }\n")
                    .replace(
                            "    - { line: \"route {prefix} discard\"",
                            "    - { line: \"route {prefix} out {exit...}\", about: { route: \"*\" }, sets: { route.prefix:"
                                    + " \"{prefix}\", route.interface: \"{exit}\" } }\n"
                                    + "    - { line: \"route {prefix} via {via} out {exit...}\", about: { route: \"*\" }, sets:"
                                    + " { route.prefix: \"{prefix}\", route.via: \"{via}\", route.interface: \"{exit}\" } }\n"
                                    + "    - { line: \"route {prefix} discard\"");
            return new CorvaneNetwork(ProfileReader.read(profile));
        }
    }
}
