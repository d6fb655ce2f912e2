package io.safestep.bench;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.locks.LockSupport;
import org.jspecify.annotations.Nullable;

/** Fifty people with sessions of their own who ask an API at once, each every half second. */
final class Crowd {

    static final int PEOPLE = 50;

    private static final int REQUESTS = 20;

    /** Nanoseconds between two requests of a person. */
    static final long THINKING = 500_000_000;

    private final HttpClient http = HttpClient.newHttpClient();
    private final List<String> cookies = new ArrayList<>();

    Crowd(RunningApp app) {
        for (int p = 0; p < PEOPLE; p++) {
            cookies.add(app.administrator().cookies());
        }
    }

    /** What the first of them is answered. */
    HttpResponse<byte[]> first(URI uri) throws IOException, InterruptedException {
        return ask(uri, 0, null);
    }

    /** Milliseconds within which 95 of 100 requests for this were answered. */
    double p95(URI uri) throws Exception {
        return p95(person -> ask(uri, person, null));
    }

    /** The same, when they tell what they know already. */
    double p95(URI uri, String tag) throws Exception {
        return p95(person -> ask(uri, person, tag));
    }

    private HttpResponse<byte[]> ask(URI uri, int person, @Nullable String tag)
            throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(uri)
                .header("Cookie", cookies.get(person))
                .header("Accept-Encoding", "gzip");
        if (tag != null) {
            request.header("If-None-Match", tag);
        }
        return http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    }

    /** A server that does nothing but send these octets. */
    static HttpServer bareServer(byte[] body) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), PEOPLE);
        server.setExecutor(Executors.newFixedThreadPool(8));
        server.createContext("/", exchange -> {
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        server.start();
        return server;
    }

    /** What a person asks for. */
    private interface Request {
        HttpResponse<byte[]> by(int person) throws Exception;
    }

    /** Milliseconds within which 95 of 100 requests were answered; everybody begins at another moment. */
    private static double p95(Request request) throws Exception {
        ExecutorService people = Executors.newFixedThreadPool(PEOPLE);
        List<Future<double[]>> all = new ArrayList<>();
        for (int p = 0; p < PEOPLE; p++) {
            int person = p;
            long begin = THINKING * p / PEOPLE;
            all.add(people.submit(() -> {
                LockSupport.parkNanos(begin);
                double[] millis = new double[REQUESTS];
                for (int i = 0; i < REQUESTS; i++) {
                    long from = System.nanoTime();
                    int status = request.by(person).statusCode();
                    millis[i] = (System.nanoTime() - from) / 1e6;
                    if (status != 200 && status != 304) {
                        throw new IllegalStateException("answered with status " + status);
                    }
                    LockSupport.parkNanos(THINKING);
                }
                return millis;
            }));
        }
        double[] millis = new double[0];
        for (Future<double[]> one : all) {
            double[] more = one.get();
            int at = millis.length;
            millis = Arrays.copyOf(millis, at + more.length);
            System.arraycopy(more, 0, millis, at, more.length);
        }
        people.shutdown();
        Arrays.sort(millis);
        return millis[millis.length * 95 / 100];
    }
}
