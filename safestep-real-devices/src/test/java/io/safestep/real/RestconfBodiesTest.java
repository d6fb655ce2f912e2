package io.safestep.real;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.format.RestRequest;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ProfileReader;
import java.io.IOException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Whole configurations and bodies of requests in JSON, judged by {@code yanglint} against the standard modules. */
class RestconfBodiesTest {

    private static final int CASES = 40;
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final Path MODULES = Path.of("/usr/share/yuma/modules/ietf");
    private static final Map<String, String> KEYS = Map.of("interface", "name", "server", "name", "address", "ip");

    @TempDir
    static Path folder;

    /** The shipped profile of the standard models, over RESTCONF. */
    private static PlatformProfile profile() throws IOException {
        String netconf;
        try (var in = PlatformProfile.class.getResourceAsStream("/platforms/ietf-netconf.yaml")) {
            netconf = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        String restconf = netconf.replaceAll("(?m)^reads:\\n(?s:.*)\\z", "")
                .replaceAll("(?m)^network:\\n(?s:.*)\\z", "")
                .replaceAll("netconf:\\n {2}confirmWithinSeconds: 120\\n", "restconf:\n  root: /restconf\n")
                .replaceAll(" {2}prefixes:\\n(?: {4}.*\\n)+", "")
                .replace("format: xml", "format: json")
                .replace("name: ietf-netconf", "name: ietf-restconf")
                .replace("urn:ietf:params:xml:ns:yang:", "");
        return ProfileReader.read(restconf);
    }

    private static String lines(long seed) {
        return StandardLines.configuration(new Random(seed)).replace("ianaift:", "iana-if-type:");
    }

    @Test
    void whatIsWrittenFitsTheModules() throws Exception {
        ConfigEngine engine = new ConfigEngine(profile().language());
        List<String> wrong = new ArrayList<>();
        int bodies = 0;
        for (long seed = 1; seed <= CASES; seed++) {
            ConfigTree from = engine.written(lines(seed));
            ConfigTree to = engine.written(lines(seed + 1_000));
            judge("seed " + seed + ", whole", "config", engine.write(from), wrong);
            for (RestRequest request : engine.restRequests(engine.derive(from, to))) {
                if (request.body() != null) {
                    bodies++;
                    judge(
                            "seed " + seed + ", " + request.method() + " " + request.path(),
                            "edit",
                            JSON.writeValueAsString(placed(request)),
                            wrong);
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(bodies).as("bodies that were judged").isGreaterThan(CASES);
    }

    /** The body within the nodes of its path, as the tool wants to see it. */
    private static JsonNode placed(RestRequest request) {
        JsonNode body = JSON.readTree(request.body());
        if (request.path().isEmpty()) {
            return body.has("ietf-restconf:data") ? body.path("ietf-restconf:data") : body;
        }
        String[] segments = request.path().split("/");
        JsonNode inside = body;
        for (int i = segments.length - 2; i >= 0; i--) {
            inside = around(segments[i], inside);
        }
        return inside;
    }

    private static JsonNode around(String segment, JsonNode inside) {
        int key = segment.indexOf('=');
        ObjectNode outside = JsonNodeFactory.instance.objectNode();
        if (key < 0) {
            outside.set(segment, inside);
            return outside;
        }
        String name = segment.substring(0, key);
        ObjectNode entry = JsonNodeFactory.instance.objectNode();
        entry.put(
                KEYS.get(name.substring(name.indexOf(':') + 1)),
                URLDecoder.decode(segment.substring(key + 1), StandardCharsets.UTF_8));
        entry.setAll((ObjectNode) inside);
        outside.putArray(name).add(entry);
        return outside;
    }

    private static void judge(String what, String type, String json, List<String> wrong) throws Exception {
        Path file = folder.resolve("body.json");
        Files.writeString(file, json);
        Process process = new ProcessBuilder(
                        "yanglint",
                        "-p",
                        MODULES.toString(),
                        "-t",
                        type,
                        module("ietf-interfaces"),
                        module("ietf-ip"),
                        module("iana-if-type"),
                        module("ietf-system"),
                        file.toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            wrong.add(what + ": " + said.strip() + "\n" + json);
        }
    }

    private static String module(String name) throws IOException {
        try (var files = Files.list(MODULES)) {
            return files.filter(f -> f.getFileName().toString().startsWith(name + "@"))
                    .sorted()
                    .reduce((a, b) -> b)
                    .orElseThrow()
                    .toString();
        }
    }
}
