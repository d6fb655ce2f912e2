package io.safestep.app.people.signon;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.converter.FormHttpMessageConverter;
import org.springframework.security.config.ObjectPostProcessor;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.oauth2.client.OAuth2LoginConfigurer;
import org.springframework.security.core.Authentication;
import org.springframework.security.oauth2.client.OAuth2AuthorizedClient;
import org.springframework.security.oauth2.client.endpoint.OAuth2AccessTokenResponseClient;
import org.springframework.security.oauth2.client.endpoint.OAuth2AuthorizationCodeGrantRequest;
import org.springframework.security.oauth2.client.endpoint.RestClientAuthorizationCodeTokenResponseClient;
import org.springframework.security.oauth2.client.http.OAuth2ErrorResponseErrorHandler;
import org.springframework.security.oauth2.client.oidc.authentication.OidcIdTokenValidator;
import org.springframework.security.oauth2.client.oidc.userinfo.OidcUserService;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrationRepository;
import org.springframework.security.oauth2.client.userinfo.DefaultOAuth2UserService;
import org.springframework.security.oauth2.client.web.DefaultOAuth2AuthorizationRequestResolver;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizationRequestCustomizers;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizationRequestResolver;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizedClientRepository;
import org.springframework.security.oauth2.client.web.OAuth2LoginAuthenticationFilter;
import org.springframework.security.oauth2.core.DelegatingOAuth2TokenValidator;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationRequest;
import org.springframework.security.oauth2.core.http.converter.OAuth2AccessTokenResponseHttpMessageConverter;
import org.springframework.security.oauth2.jose.jws.SignatureAlgorithm;
import org.springframework.security.oauth2.jwt.JwtDecoderFactory;
import org.springframework.security.oauth2.jwt.JwtTimestampValidator;
import org.springframework.security.oauth2.jwt.NimbusJwtDecoder;
import org.springframework.security.web.authentication.session.NullAuthenticatedSessionStrategy;
import org.springframework.security.web.context.NullSecurityContextRepository;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestTemplate;

/** How the log-in by a provider goes: a code with proof of the key (RFC 7636), an ID token whose signature is looked at, and nothing of it kept. */
@Configuration
public class SignOnSecurity {

    private final ProviderClients clients;
    private final Arrival arrival;

    SignOnSecurity(ProviderClients clients, Arrival arrival) {
        this.clients = clients;
        this.arrival = arrival;
    }

    public void configure(OAuth2LoginConfigurer<HttpSecurity> login) {
        login.clientRegistrationRepository(clients)
                .authorizedClientRepository(new NoTokensKept())
                .loginPage("/")
                .authorizationEndpoint(
                        begin -> begin.baseUri(SignOnPaths.BASE).authorizationRequestResolver(resolver(clients)))
                .redirectionEndpoint(back -> back.baseUri(SignOnPaths.RETURNS))
                .tokenEndpoint(tokens -> tokens.accessTokenResponseClient(tokens()))
                .userInfoEndpoint(told -> told.oidcUserService(users()))
                .withObjectPostProcessor(new NotYetSomebodyHere())
                .successHandler(arrival)
                .failureHandler(arrival);
    }

    /**
     * What a provider says of somebody is not kept as who they are here: that is for {@link Arrival} to say. The session stays as
     * it is until then: one whose id was changed in the same request is not ended when a new one begins.
     */
    private static final class NotYetSomebodyHere implements ObjectPostProcessor<OAuth2LoginAuthenticationFilter> {

        @Override
        public <O extends OAuth2LoginAuthenticationFilter> O postProcess(O filter) {
            filter.setSecurityContextRepository(new NullSecurityContextRepository());
            filter.setSessionAuthenticationStrategy(new NullAuthenticatedSessionStrategy());
            return filter;
        }
    }

    private static OAuth2AuthorizationRequestResolver resolver(ClientRegistrationRepository clients) {
        DefaultOAuth2AuthorizationRequestResolver asks =
                new DefaultOAuth2AuthorizationRequestResolver(clients, SignOnPaths.BASE);
        asks.setAuthorizationRequestCustomizer(OAuth2AuthorizationRequestCustomizers.withPkce());
        return new OfThoseThatAnswer(asks, clients);
    }

    /** Leaves it to others to answer for a provider that is away. */
    private record OfThoseThatAnswer(OAuth2AuthorizationRequestResolver asks, ClientRegistrationRepository clients)
            implements OAuth2AuthorizationRequestResolver {

        @Override
        public @Nullable OAuth2AuthorizationRequest resolve(HttpServletRequest request) {
            String[] path = request.getServletPath().split("/");
            boolean begins = path.length == 3 && SignOnPaths.BASE.equals("/" + path[1]);
            return begins && clients.findByRegistrationId(path[2]) != null ? asks.resolve(request) : null;
        }

        @Override
        public @Nullable OAuth2AuthorizationRequest resolve(HttpServletRequest request, String slug) {
            return asks.resolve(request, slug);
        }
    }

    private static OAuth2AccessTokenResponseClient<OAuth2AuthorizationCodeGrantRequest> tokens() {
        RestClientAuthorizationCodeTokenResponseClient tokens = new RestClientAuthorizationCodeTokenResponseClient();
        tokens.setRestClient(RestClient.builder()
                .requestFactory(ProviderHttp.requests())
                .configureMessageConverters(converters -> converters
                        .registerDefaults()
                        .addCustomConverter(new FormHttpMessageConverter())
                        .addCustomConverter(new OAuth2AccessTokenResponseHttpMessageConverter()))
                .defaultStatusHandler(new OAuth2ErrorResponseErrorHandler())
                .build());
        return tokens;
    }

    private static OidcUserService users() {
        RestTemplate http = new RestTemplate(ProviderHttp.requests());
        http.setErrorHandler(new OAuth2ErrorResponseErrorHandler());
        DefaultOAuth2UserService more = new DefaultOAuth2UserService();
        more.setRestOperations(http);
        OidcUserService users = new OidcUserService();
        users.setOauth2UserService(more);
        return users;
    }

    /** Only signatures whose key the provider alone has: with a shared secret, whoever knows it could be anybody. */
    @Bean
    JwtDecoderFactory<ClientRegistration> idTokens() {
        Set<SignatureAlgorithm> believed = Set.of(SignatureAlgorithm.values());
        return client -> {
            NimbusJwtDecoder decoder = NimbusJwtDecoder.withJwkSetUri(
                            Objects.requireNonNull(client.getProviderDetails().getJwkSetUri()))
                    .jwsAlgorithms(algorithms -> algorithms.addAll(believed))
                    .restOperations(new RestTemplate(ProviderHttp.requests()))
                    .build();
            decoder.setJwtValidator(new DelegatingOAuth2TokenValidator<>(
                    new JwtTimestampValidator(), new OidcIdTokenValidator(client)));
            return decoder;
        };
    }

    /** Who somebody is, is all that is asked: no token of theirs is kept. */
    private static final class NoTokensKept implements OAuth2AuthorizedClientRepository {

        @Override
        public <T extends OAuth2AuthorizedClient> @Nullable T loadAuthorizedClient(
                String slug, Authentication who, HttpServletRequest request) {
            return null;
        }

        @Override
        public void saveAuthorizedClient(
                OAuth2AuthorizedClient client,
                Authentication who,
                HttpServletRequest request,
                HttpServletResponse response) {
            // Not kept.
        }

        @Override
        public void removeAuthorizedClient(
                String slug, Authentication who, HttpServletRequest request, HttpServletResponse response) {
            // Never kept.
        }
    }
}
