package io.safestep.app.people.signon;

import java.net.http.HttpClient;
import java.time.Duration;
import java.util.List;
import org.springframework.http.client.ClientHttpRequestFactory;
import org.springframework.http.client.InterceptingClientHttpRequestFactory;
import org.springframework.http.client.JdkClientHttpRequestFactory;

/** How identity providers are asked: nobody waits long at the log-in, nobody is led elsewhere, and no answer
 * is longer than {@link BoundedAnswer} lets it be. */
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
        return new InterceptingClientHttpRequestFactory(
                requests, List.of((request, body, goesOn) -> new BoundedAnswer(goesOn.execute(request, body))));
    }
}
