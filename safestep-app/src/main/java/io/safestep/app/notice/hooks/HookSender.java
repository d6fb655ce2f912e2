package io.safestep.app.notice.hooks;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Clock;
import java.time.Duration;
import java.util.Base64;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Sends a message to the program of a team. Follows no redirection, and reads nothing of the answer but its status. */
@Component
class HookSender {

    private static final Duration LONGEST = Duration.ofSeconds(10);

    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(LONGEST)
            .followRedirects(HttpClient.Redirect.NEVER)
            // An offer of HTTP/2 in plain text is more than some servers bear.
            .version(HttpClient.Version.HTTP_1_1)
            .build();
    private final JsonMapper json;
    private final Clock clock;

    HookSender(JsonMapper json, Clock clock) {
        this.json = json;
        this.clock = clock;
    }

    /** @param words what came of it, as a sentence */
    public record Outcome(boolean taken, String words) {}

    Outcome send(TeamHook hook, HookOutbox.Message message) {
        byte[] body = json.writeValueAsBytes(message);
        URI to = URI.create(hook.address());
        HttpRequest.Builder request =
                HttpRequest.newBuilder(to).timeout(LONGEST).POST(HttpRequest.BodyPublishers.ofByteArray(body));
        SignedMessage.fields(
                        to,
                        body,
                        clock.instant(),
                        TeamHooks.keyId(hook.teamId()),
                        Base64.getDecoder().decode(hook.key()))
                .forEach(request::header);
        try {
            int status = http.send(request.build(), HttpResponse.BodyHandlers.discarding())
                    .statusCode();
            return status / 100 == 2
                    ? new Outcome(true, "It was taken: the program answered " + status + ".")
                    : new Outcome(false, "It was not taken: the program answered " + status + ".");
        } catch (IOException e) {
            return new Outcome(
                    false,
                    "Nothing answered at " + to.getHost() + " within " + LONGEST.toSeconds() + " seconds, or in"
                            + " a way that is not HTTP.");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new Outcome(false, "Safe Step was stopped while it was sent.");
        }
    }
}
