package io.safestep.app.testing;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** Somebody edits a practice device by hand, past Safe Step. */
public final class HandEdit {

    private static final HttpClient HTTP = HttpClient.newHttpClient();

    private HandEdit() {}

    /** Writes the contact of a device, in the language of whichever maker it is. */
    public static void contact(TestPractice practice, String device, String contact) {
        contact(practice.network().apiPort(), practice.network().device(device).platform(), device, contact);
    }

    /** The same on a practice network that runs by itself. */
    public static void contact(int practiceApiPort, String platform, String device, String contact) {
        lines(
                practiceApiPort,
                device,
                switch (platform) {
                    case "corvane-cli" -> "contact " + contact;
                    case "haldrin-netconf" ->
                        "<config xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\"><system xmlns=\"urn:haldrin:system\"><contact>"
                                + contact + "</contact></system></config>";
                    default -> "{\"ostrel-base:base\":{\"place\":\"" + contact + "\"}}";
                });
    }

    public static void lines(TestPractice practice, String device, String lines) {
        lines(practice.network().apiPort(), device, lines);
    }

    private static void lines(int practiceApiPort, String device, String lines) {
        try {
            HttpResponse<String> answer = HTTP.send(
                    HttpRequest.newBuilder(URI.create(
                                    "http://127.0.0.1:" + practiceApiPort + "/api/devices/" + device + "/edit"))
                            .POST(HttpRequest.BodyPublishers.ofString(
                                    JsonMapper.shared().writeValueAsString(Map.of("lines", lines))))
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            if (answer.statusCode() >= 300) {
                throw new IllegalStateException(device + " does not take the edit: " + answer.body());
            }
        } catch (IOException e) {
            throw new IllegalStateException("The edit of " + device + " failed.", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
