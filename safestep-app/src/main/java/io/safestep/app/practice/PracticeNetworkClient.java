package io.safestep.app.practice;

import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.NetworkSettings;
import java.net.URI;
import java.net.http.HttpClient;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestClientResponseException;

/** Talks with the API of the practice network on this machine, where one is connected. */
@Component
public class PracticeNetworkClient {

    private final @Nullable RestClient client;

    /**
     * A practice device.
     *
     * @param faults text that each fault is about, by name of the fault; empty text when it takes none
     */
    public record PracticeDevice(
            String name,
            String address,
            String platform,
            String site,
            String role,
            @Nullable String partner,
            boolean off,
            boolean reachable,
            Map<String, String> faults) {}

    /** @param match what the text given with the fault means; null when it takes none */
    record Fault(
            String name,
            String title,
            String meaning,
            @Nullable String match) {}

    record Mail(
            String from,
            List<String> to,
            String subject,
            @Nullable Instant sent,
            String text) {}

    /** An end of a cable. */
    public record End(String device, String port) {}

    public record PracticeLink(End one, End other) {}

    /** @param address with its prefix length */
    public record PracticeHost(
            String name, String address, @Nullable String gateway, End at) {}

    public record PracticeCabling(List<PracticeLink> links, List<PracticeHost> hosts) {}

    PracticeNetworkClient(NetworkSettings settings) {
        String base = settings.practiceApi();
        if (base.isBlank()) {
            client = null;
            return;
        }
        URI uri = URI.create(base);
        if (!"http".equals(uri.getScheme())
                || uri.getHost() == null
                || !uri.getHost().startsWith("127.")) {
            throw new IllegalArgumentException("safestep.practice-api has to be an address on this machine, such as "
                    + "http://127.0.0.1:8078, and is " + base + ".");
        }
        JdkClientHttpRequestFactory requests = new JdkClientHttpRequestFactory(
                HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build());
        requests.setReadTimeout(Duration.ofSeconds(10));
        client = RestClient.builder().baseUrl(base).requestFactory(requests).build();
    }

    public boolean isConnected() {
        return client != null;
    }

    public List<PracticeDevice> devices() {
        return List.of(ask("/api/devices", PracticeDevice[].class));
    }

    public PracticeCabling cabling() {
        return ask("/api/cabling", PracticeCabling.class);
    }

    List<Fault> faults() {
        return List.of(ask("/api/faults", Fault[].class));
    }

    List<Mail> mails() {
        return List.of(ask("/api/mail", Mail[].class));
    }

    void switchOn(String device, String fault, String match) {
        send(HttpMethod.PUT, Map.of("match", match), "/api/devices/{device}/faults/{fault}", device, fault);
    }

    void switchOff(String device, String fault) {
        send(HttpMethod.DELETE, null, "/api/devices/{device}/faults/{fault}", device, fault);
    }

    void reboot(String device, int seconds) {
        send(HttpMethod.POST, Map.of("seconds", seconds), "/api/devices/{device}/reboot", device);
    }

    void edit(String device, String lines) {
        send(HttpMethod.POST, Map.of("lines", lines), "/api/devices/{device}/edit", device);
    }

    void forgetMails() {
        send(HttpMethod.DELETE, null, "/api/mail");
    }

    private interface Call<T> {
        T with(RestClient connected);
    }

    private <T> T ask(String path, Class<T> type) {
        return call(c -> Objects.requireNonNull(c.get().uri(path).retrieve().body(type)));
    }

    private void send(HttpMethod method, @Nullable Object body, String path, Object... parts) {
        call(c -> {
            RestClient.RequestBodySpec request = c.method(method).uri(path, parts);
            if (body != null) {
                request.contentType(MediaType.APPLICATION_JSON).body(body);
            }
            return request.retrieve().toBodilessEntity();
        });
    }

    private <T> T call(Call<T> call) {
        if (client == null) {
            throw ProblemException.notFound("A practice network that is connected here");
        }
        try {
            return call.with(client);
        } catch (RestClientResponseException e) {
            throw ProblemException.refused(e.getResponseBodyAsString());
        } catch (ResourceAccessException e) {
            throw ProblemException.device(
                    "The practice network does not answer. See with ./safestep status whether it runs.");
        }
    }
}
