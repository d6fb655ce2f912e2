package io.safestep.app.people.signon;

import java.net.http.HttpClient;
import java.time.Duration;
import org.springframework.http.client.ClientHttpRequestFactory;
import org.springframework.http.client.JdkClientHttpRequestFactory;

/** How identity providers are asked: nobody waits long at the log-in, and nobody is led elsewhere. */
final class ProviderHttp {

    private static final Duration CONNECT = Duration.ofSeconds(3);
    private static final Duration ANSWER = Duration.ofSeconds(5);

    private ProviderHttp() {}

    static ClientHttpRequestFactory requests() {
        JdkClientHttpRequestFactory requests = new JdkClientHttpRequestFactory(HttpClient.newBuilder()
                .connectTimeout(CONNECT)
                .followRedirects(HttpClient.Redirect.NEVER)
                .build());
        requests.setReadTimeout(ANSWER);
        return requests;
    }
}
