package io.safestep.app.people.signon;

import static org.assertj.core.api.Assertions.assertThat;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.JWSHeader;
import com.nimbusds.jose.JWSSigner;
import com.nimbusds.jose.crypto.MACSigner;
import com.nimbusds.jose.crypto.RSASSASigner;
import com.nimbusds.jose.jwk.RSAKey;
import com.nimbusds.jose.jwk.gen.RSAKeyGenerator;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.PlainJWT;
import com.nimbusds.jwt.SignedJWT;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import io.safestep.app.testing.ApiClient;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import java.util.Date;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** A provider that lies, or that somebody stands in front of: of what it says nothing is believed that is not whole. */
class ForgedTokensTest extends SignOnStory {

    private static final JsonMapper JSON = new JsonMapper();

    private RSAKey key;
    private HttpServer server;
    private String issuer;
    private String nonce;
    private Forgery forgery;

    /** Makes an ID token from claims that are right. */
    private interface Forgery {
        String token(JWTClaimsSet.Builder claims) throws JOSEException;
    }

    @BeforeEach
    void listen() throws IOException, JOSEException {
        key = new RSAKeyGenerator(2048).keyID("sound").generate();
        server = HttpServer.create(new InetSocketAddress(InetAddress.getByName("127.0.0.1"), 0), 0);
        issuer = "http://127.0.0.1:" + server.getAddress().getPort();
        server.createContext("/", this::answer);
        server.start();
        believed(provider(issuer, true, mapped("harbour-watch", "OPERATOR")));
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        Object told = switch (path) {
            case "/.well-known/openid-configuration" ->
                Map.of(
                        "issuer", issuer,
                        "authorization_endpoint", issuer + "/authorize",
                        "token_endpoint", issuer + "/token",
                        "jwks_uri", issuer + "/keys",
                        "subject_types_supported", List.of("public"));
            case "/keys" -> Map.of("keys", List.of(key.toPublicJWK().toJSONObject()));
            default ->
                Map.of(
                        "access_token", "nothing",
                        "token_type", "Bearer",
                        "expires_in", 300,
                        "scope", "openid profile email",
                        "id_token", token());
        };
        byte[] body = JSON.writeValueAsBytes(told);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(200, body.length);
        exchange.getResponseBody().write(body);
        exchange.close();
    }

    private String token() {
        Instant now = Instant.now();
        try {
            return forgery.token(new JWTClaimsSet.Builder()
                    .issuer(issuer)
                    .subject("s-1")
                    .audience("safe-step")
                    .issueTime(Date.from(now))
                    .expirationTime(Date.from(now.plusSeconds(300)))
                    .claim("nonce", nonce)
                    .claim("preferred_username", "test-lowri")
                    .claim("name", "Lowri Venning")
                    .claim("groups", List.of("harbour-watch")));
        } catch (JOSEException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String signed(JWSAlgorithm algorithm, String keyId, JWSSigner signer, JWTClaimsSet claims)
            throws JOSEException {
        SignedJWT token =
                new SignedJWT(new JWSHeader.Builder(algorithm).keyID(keyId).build(), claims);
        token.sign(signer);
        return token.serialize();
    }

    private String honest(JWTClaimsSet.Builder claims) throws JOSEException {
        return signed(JWSAlgorithm.RS256, "sound", new RSASSASigner(key), claims.build());
    }

    private static Map<String, String> query(URI at) {
        return Arrays.stream(at.getRawQuery().split("&"))
                .map(pair -> pair.split("=", 2))
                .collect(Collectors.toMap(
                        pair -> pair[0], pair -> java.net.URLDecoder.decode(pair[1], StandardCharsets.UTF_8)));
    }

    /** Who is in after the provider has sent them back with this token. */
    private ApiClient sentBack(Forgery made) {
        forgery = made;
        ApiClient who = stranger();
        String path = begin(who, "/").body().path("path").asString();
        URI asked = who.page(who.at(path)).next().orElseThrow();
        Map<String, String> query = query(asked);
        assertThat(query).as("what is asked of the provider").containsEntry("code_challenge_method", "S256");
        nonce = query.get("nonce");
        who.page(who.at(
                RETURN + "?code=c&state=" + java.net.URLEncoder.encode(query.get("state"), StandardCharsets.UTF_8)));
        return who;
    }

    private void refused(String why, Forgery made) {
        ApiClient who = sentBack(made);
        assertThat(person(who).isNull()).as(why).isTrue();
        assertThat(said(who)).as(why).startsWith("The log-in at Sound identity did not come to an end");
        assertThat(jdbc.queryForObject("select count(*) from person where login = 'test-lowri'", Integer.class))
                .as(why)
                .isZero();
    }

    @Test
    void anHonestTokenIsBelieved() {
        assertThat(person(sentBack(this::honest)).path("login").asString()).isEqualTo("test-lowri");
    }

    @Test
    void whatIsNotSignedByTheProviderIsNot() throws JOSEException {
        RSAKey other = new RSAKeyGenerator(2048).keyID("sound").generate();
        refused("not signed", claims -> new PlainJWT(claims.build()).serialize());
        refused(
                "signed with another key of the same name",
                claims -> signed(JWSAlgorithm.RS256, "sound", new RSASSASigner(other), claims.build()));
        refused(
                "signed with the secret that Safe Step knows, too",
                claims -> signed(
                        JWSAlgorithm.HS256,
                        "sound",
                        new MACSigner(Arrays.copyOf("sound-and-harbour-7".getBytes(StandardCharsets.UTF_8), 32)),
                        claims.build()));
        refused(
                "signed with the public key as if it were a secret",
                claims -> signed(
                        JWSAlgorithm.HS256,
                        "sound",
                        new MACSigner(key.toRSAPublicKey().getEncoded()),
                        claims.build()));
        refused("cut off", claims -> {
            String whole = honest(claims);
            return whole.substring(0, whole.lastIndexOf('.') + 1);
        });
    }

    @Test
    void whatWasSaidForSomebodyElseOrAnotherTimeIsNot() {
        refused("for another program", claims -> honest(claims.audience("ticket-office")));
        refused("of another issuer", claims -> honest(claims.issuer("https://id.elsewhere.example")));
        refused("of another log-in", claims -> honest(claims.claim("nonce", "of another one")));
        refused("without the nonce", claims -> honest(claims.claim("nonce", null)));
        refused(
                "that has ended",
                claims -> honest(claims.expirationTime(Date.from(Instant.now().minusSeconds(600)))));
        refused("of nobody", claims -> honest(claims.subject(null)));
    }

    @Test
    void aReturnThatNobodyAskedForIsNone() {
        forgery = this::honest;
        ApiClient who = stranger();
        who.page(who.at(RETURN + "?code=c&state=guessed"));

        assertThat(person(who).isNull()).isTrue();
        assertThat(said(who)).startsWith("The log-in at Sound identity did not come to an end");
    }

    @Test
    void whatTheProviderTellsIsNotTakenForMoreThanItIs() {
        ApiClient long_ = sentBack(claims -> honest(claims.claim("name", "N".repeat(5000))));
        assertThat(person(long_).path("name").asString()).isEqualTo("test-lowri");
    }
}
