package io.safestep.app.people.signon;

import io.safestep.app.people.stored.ProviderSettings;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.core.ParameterizedTypeReference;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrations;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestClientException;
import org.springframework.web.client.RestClientResponseException;

/** Asks a provider where its doors are (OpenID Connect Discovery 1.0, section 4). */
@Component
class Discovery {

    private static final String PATH = "/.well-known/openid-configuration";
    private static final ParameterizedTypeReference<Map<String, Object>> OBJECT = new ParameterizedTypeReference<>() {};

    private final RestClient http =
            RestClient.builder().requestFactory(ProviderHttp.requests()).build();

    /** It does not answer as a provider has to; the message is a sentence for an administrator. */
    static final class NoProviderException extends Exception {

        private static final long serialVersionUID = 1L;

        NoProviderException(String sentence, @Nullable Throwable cause) {
            super(sentence, cause);
        }
    }

    /** What is wrong with the address of an issuer; null when nothing is. */
    static @Nullable String problem(String issuer) {
        URI uri;
        try {
            uri = URI.create(issuer);
        } catch (IllegalArgumentException e) {
            return "This is no address. It looks like https://id.ferries.example.";
        }
        if (uri.getHost() == null || uri.getQuery() != null || uri.getFragment() != null || uri.getUserInfo() != null) {
            return "An issuer is an address without ? and #, such as https://id.ferries.example.";
        }
        if ("https".equals(uri.getScheme()) || "http".equals(uri.getScheme()) && isLoopback(uri.getHost())) {
            return null;
        }
        return "Only https is believed, but for a provider on this machine.";
    }

    private static boolean isLoopback(String host) {
        if (!host.equals("localhost") && !host.matches("127[.0-9]+") && !host.equals("[::1]")) {
            return false;
        }
        try {
            return InetAddress.getByName(host).isLoopbackAddress();
        } catch (UnknownHostException e) {
            return false;
        }
    }

    /** @param secret by which Safe Step shows who it is; null for none */
    ClientRegistration ask(String slug, ProviderSettings settings, @Nullable String secret) throws NoProviderException {
        ClientRegistration.Builder told = told(settings.issuer());
        return told.registrationId(slug)
                .clientName(settings.name())
                .clientId(settings.clientId())
                .clientSecret(secret)
                .scope(("openid " + settings.scope()).strip().split("\\s+"))
                .redirectUri("{baseUrl}" + SignOnPaths.returnTo("{registrationId}"))
                .build();
    }

    private ClientRegistration.Builder told(String issuer) throws NoProviderException {
        String plain = issuer.endsWith("/") ? issuer.substring(0, issuer.length() - 1) : issuer;
        Map<String, Object> told;
        try {
            told = http.get().uri(URI.create(plain + PATH)).retrieve().body(OBJECT);
        } catch (RestClientResponseException e) {
            throw new NoProviderException(
                    "It answers " + e.getStatusCode().value() + " when asked for " + PATH + ".", e);
        } catch (RestClientException e) {
            throw new NoProviderException(
                    "It does not answer, or not as an identity provider does: " + e.getMostSpecificCause(), e);
        }
        if (told == null || !issuer.equals(told.get("issuer"))) {
            throw new NoProviderException(
                    "It names itself " + (told == null ? "nothing" : told.get("issuer")) + " and not " + issuer
                            + ". Enter it letter by letter as it names itself.",
                    null);
        }
        try {
            return ClientRegistrations.fromOidcConfiguration(told);
        } catch (IllegalArgumentException e) {
            throw new NoProviderException("What it tells of itself is not whole: " + e.getMessage(), e);
        }
    }
}
