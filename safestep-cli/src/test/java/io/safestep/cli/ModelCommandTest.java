package io.safestep.cli;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.practice.network.MerrowSound;
import io.safestep.practice.network.NetworkPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The network model on the command line, on the practice network as files. */
class ModelCommandTest {

    @TempDir
    Path folder;

    @BeforeEach
    void writeNetwork() throws IOException {
        NetworkPlan plan = MerrowSound.plan();
        try (var json = MerrowSound.class.getResourceAsStream("/network/network.json")) {
            Files.write(folder.resolve("network.json"), json.readAllBytes());
        }
        for (var device : plan.file().devices()) {
            Files.writeString(
                    folder.resolve(device.configuration()),
                    plan.configurations().get(device.name()));
        }
    }

    private CommandRun run(String... arguments) {
        return CommandRun.of(SafeStepCommand.commandLine(), arguments);
    }

    private JsonNode model() {
        CommandRun run = run("model", folder.toString());
        assertThat(run.exit()).as(run.err()).isZero();
        return new JsonMapper().readTree(run.out());
    }

    private void change(String file, String was, String becomes) throws IOException {
        String text = Files.readString(folder.resolve(file));
        assertThat(text).contains(was);
        Files.writeString(folder.resolve(file), text.replace(was, becomes));
    }

    private static JsonNode named(JsonNode list, String field, String value) {
        for (JsonNode entry : list) {
            if (entry.path(field).asString().equals(value)) {
                return entry;
            }
        }
        throw new AssertionError("no entry with " + field + " " + value + " in " + list);
    }

    @Test
    void theWholeNetworkIsUpAndReached() {
        JsonNode model = model();
        JsonNode gateway = model.path("devices").path("brn-gw-a");
        assertThat(named(gateway.path("interfaces"), "name", "vlan 40")
                        .path("up")
                        .asBoolean())
                .isTrue();
        assertThat(gateway.path("ospf").path("neighbours")).isNotEmpty().allSatisfy(n -> {
            assertThat(n.path("state").asString()).isEqualTo("full");
            assertThat(n.path("reason").isNull()).isTrue();
        });
        assertThat(model.path("devices").path("ops-fw-a").path("bgp").path("sessions"))
                .anySatisfy(s -> assertThat(s.path("state").asString()).isEqualTo("established"));
        assertThat(gateway.path("notModelled").path("lines").asInt()).isZero();
        // The networks between the providers are theirs alone.
        model.path("reachability").path("from").path("watch room").properties().stream()
                .filter(to -> !to.getKey().startsWith("prov-"))
                .forEach(to ->
                        assertThat(to.getValue().asString()).as(to.getKey()).isEqualTo("delivered"));
    }

    @Test
    void whatIsWrongIsSaidWithItsReason() throws IOException {
        change("brn-gw-b.conf", "address 10.77.40.3/23", "address 10.77.40.3/24");
        change("brn-gw-b.conf", "area 0 network 10.77.40.0/23", "area 0 network 10.77.40.0/24");
        JsonNode devices = model().path("devices");
        assertThat(devices.path("brn-gw-a").path("ospf").path("neighbours"))
                .anySatisfy(n ->
                        assertThat(n.path("reason").asString()).contains("/23").contains("/24"));
    }

    @Test
    void aLineThatIsNotModelledIsNamed() throws IOException {
        change("brn-gw-a.conf", "hostname brn-gw-a", "hostname brn-gw-a\nmirror port 1 to port 2");
        JsonNode left = model().path("devices").path("brn-gw-a").path("notModelled");
        assertThat(left.path("sentence").asString()).isEqualTo("1 line in brn-gw-a is not modelled");
        assertThat(left.path("each").get(0).path("path").asString()).isEqualTo("mirror port 1 to port 2");
    }

    @Test
    void aPathSaysWhereAndWhyItEnds() throws IOException {
        CommandRun there = run("model", folder.toString(), "--trace", "gate reader", "10.77.8.20");
        assertThat(there.exit()).as(there.err()).isZero();
        JsonNode path = new JsonMapper().readTree(there.out());
        assertThat(path.path("delivered").asBoolean()).isTrue();
        assertThat(path.path("hops").get(0).path("device").asString()).startsWith("brn-gw-");

        CommandRun nowhere = run("model", folder.toString(), "--trace", "gate reader", "192.0.2.1");
        JsonNode end = new JsonMapper().readTree(nowhere.out());
        assertThat(nowhere.exit()).isEqualTo(end.path("delivered").asBoolean() ? 0 : 3);

        CommandRun filtered = run(
                "model",
                folder.toString(),
                "--trace",
                "gate reader",
                "ticket kiosk",
                "--protocol",
                "tcp",
                "--port",
                "80");
        assertThat(filtered.exit()).isEqualTo(3);
        assertThat(filtered.out()).contains("\"end\" : \"filtered\"").contains("readers");
    }

    @Test
    void wrongInputIsNamedWithFileAndLine() throws IOException {
        assertThat(run("model", folder.resolve("nowhere").toString()))
                .satisfies(r -> assertThat(r.exit()).isEqualTo(1))
                .satisfies(r -> assertThat(r.err()).contains("network.json can't be read: there is no such file."));

        change("brn-gw-a.conf", "  address", "      address");
        change("ald-gw-a.xml", "</config>", "");
        CommandRun broken = run("model", folder.toString());
        assertThat(broken.exit()).isEqualTo(1);
        assertThat(broken.out()).isEmpty();
        assertThat(broken.err()).contains("brn-gw-a.conf: line ").contains("ald-gw-a.xml: line ");

        change("network.json", "\"devices\"", "\"machines\"");
        assertThat(run("model", folder.toString()).err())
                .contains("network.json: line 1")
                .contains("devices");
    }

    @Test
    void aWrongCommandLineIsSaidToBeOne() {
        assertThat(run("model").exit()).isEqualTo(2);
        assertThat(run("model", folder.toString(), "--tracer").exit()).isEqualTo(2);
        CommandRun run = run("model", folder.toString(), "--trace", "booking", "10.77.0.1");
        assertThat(run.exit()).isEqualTo(1);
        assertThat(run.err()).contains("\"booking\" is neither an IPv4 address nor the name of a host.");
    }
}
