package io.safestep.app.testing;

import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** One person's session with the API over real HTTP. */
public final class ApiClient {

    private static final JsonMapper JSON = new JsonMapper();
    private static final Duration LONGEST_WAIT = Duration.ofMinutes(4);
    private static final Duration LONGEST_ANSWER = Duration.ofMinutes(2);

    private final String base;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    /** An answer, whatever its status. */
    public record Answer(int status, JsonNode body) {

        public String detail() {
            return body.path("detail").asString("");
        }
    }

    private String bearer;

    private ApiClient(int port) {
        this("127.0.0.1", port);
    }

    private ApiClient(String host, int port) {
        base = "http://" + host + ":" + port;
    }

    public static ApiClient stranger(int port) {
        return new ApiClient(port);
    }

    /** At the name of this machine, for what browsers do not do at an address. */
    public static ApiClient strangerByName(int port) {
        ApiClient client = new ApiClient("localhost", port);
        client.get("/api/session");
        return client;
    }

    /** Logged in at the name of this machine. */
    public static ApiClient byName(int port, String login) {
        return loggedIn(new ApiClient("localhost", port), login);
    }

    public static ApiClient loggedIn(int port, String login) {
        return loggedIn(new ApiClient(port), login);
    }

    private static ApiClient loggedIn(ApiClient client, String login) {
        client.get("/api/session");
        Answer answer = client.post("/api/session", Map.of("login", login, "password", "practice"));
        if (answer.status() != 200) {
            throw new IllegalStateException("Log-in of " + login + " failed: " + answer);
        }
        client.get("/api/session"); // brings the token of the new session
        return client;
    }

    /** A program that sends a token, and no cookies. */
    public static ApiClient program(int port, String token) {
        ApiClient client = new ApiClient(port);
        client.bearer = token;
        return client;
    }

    /** The session's cookies, as a browser sends them. */
    public String cookies() {
        return cookies.getCookieStore().getCookies().stream()
                .map(c -> c.getName() + "=" + c.getValue())
                .collect(Collectors.joining("; "));
    }

    public Answer get(String path) {
        return send("GET", path, null);
    }

    public Answer post(String path, Object body) {
        return send("POST", path, body);
    }

    public Answer put(String path, Object body) {
        return send("PUT", path, body);
    }

    public Answer delete(String path) {
        return send("DELETE", path, null);
    }

    /** Sends a file as the body of the request. */
    public Answer upload(String path, byte[] file) {
        return send("POST", path, "application/octet-stream", HttpRequest.BodyPublishers.ofByteArray(file));
    }

    /** Sends a request with the session's cookies and token. */
    public Answer send(String method, String path, Object body) {
        return send(
                method,
                path,
                "application/json",
                body == null
                        ? HttpRequest.BodyPublishers.noBody()
                        : HttpRequest.BodyPublishers.ofString(
                                body instanceof String text ? text : JSON.writeValueAsString(body)));
    }

    /** The raw octets of an answer that is a file. */
    public byte[] download(String path, Object body) {
        return raw(
                path,
                request(path, "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body))));
    }

    /** An answer that is text. */
    public String text(String path) {
        return new String(raw(path, request(path, "application/json").GET()), StandardCharsets.UTF_8);
    }

    /** The raw octets of a file. */
    public byte[] file(String path) {
        return raw(path, request(path, "application/json").GET());
    }

    private byte[] raw(String path, HttpRequest.Builder request) {
        return exchange(request.build(), HttpResponse.BodyHandlers.ofByteArray())
                .body();
    }

    /** The whole of an answer; one that does not end is a failure that says which it was. */
    private <T> HttpResponse<T> exchange(HttpRequest request, HttpResponse.BodyHandler<T> body) {
        String what = request.method() + " " + request.uri();
        CompletableFuture<HttpResponse<T>> answer = http.sendAsync(request, body);
        try {
            return answer.get(LONGEST_ANSWER.toSeconds(), TimeUnit.SECONDS);
        } catch (ExecutionException e) {
            throw new IllegalStateException(what + " failed", e.getCause());
        } catch (TimeoutException e) {
            answer.cancel(true);
            throw new AssertionError(what + " had not ended after " + LONGEST_ANSWER.toSeconds() + " seconds", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(what, e);
        }
    }

    private HttpRequest.Builder request(String path, String type) {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(base + path)).timeout(Duration.ofSeconds(60));
        if (bearer != null) {
            return request.header("Content-Type", type).header("Authorization", "Bearer " + bearer);
        }
        cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .ifPresent(token -> request.header("X-XSRF-TOKEN", token));
        return request.header("Content-Type", type);
    }

    /** What a browser is shown, or where it is sent. */
    public record Page(URI at, int status, String body, Optional<URI> next) {}

    /** Goes to a page as a browser does, on this server or on another; follows nothing. */
    public Page page(URI at) {
        return page(at, HttpRequest.newBuilder(at).GET());
    }

    /** Sends a form of such a page. */
    public Page submit(URI at, Map<String, String> fields) {
        String body = fields.entrySet().stream()
                .map(f -> f.getKey() + "=" + URLEncoder.encode(f.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
        return page(
                at,
                HttpRequest.newBuilder(at)
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(body)));
    }

    private Page page(URI at, HttpRequest.Builder request) {
        HttpResponse<String> response =
                exchange(request.header("Accept", "text/html").build(), HttpResponse.BodyHandlers.ofString());
        return new Page(
                at,
                response.statusCode(),
                response.body(),
                response.headers().firstValue("Location").map(at::resolve));
    }

    /** The address of a path on this server. */
    public URI at(String path) {
        return URI.create(base + path);
    }

    private Answer send(String method, String path, String type, HttpRequest.BodyPublisher body) {
        HttpRequest.Builder request = request(path, type).method(method, body);
        HttpResponse<String> response = exchange(request.build(), HttpResponse.BodyHandlers.ofString());
        String text = response.body();
        boolean json = text.startsWith("{") || text.startsWith("[");
        return new Answer(response.statusCode(), json ? JSON.readTree(text) : JSON.valueToTree(Map.of("text", text)));
    }

    /** Asks again until the answer is as wanted; fails with the last answer after some minutes, for a machine may be busy with other things. */
    public JsonNode await(String path, Predicate<JsonNode> wanted) {
        Instant giveUp = Instant.now().plus(LONGEST_WAIT);
        Answer last = get(path);
        while (!wanted.test(last.body())) {
            if (Instant.now().isAfter(giveUp)) {
                throw new AssertionError("Waited in vain at " + path + ", last answer: " + last);
            }
            if (last.status() >= 500) {
                throw new AssertionError("Waiting at " + path + " brought " + last);
            }
            LockSupport.parkNanos(100_000_000);
            last = get(path);
        }
        return last.body();
    }
}
