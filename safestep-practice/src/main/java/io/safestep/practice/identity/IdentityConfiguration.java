package io.safestep.practice.identity;

import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.RSAKey;
import com.nimbusds.jose.jwk.source.ImmutableJWKSet;
import com.nimbusds.jose.jwk.source.JWKSource;
import com.nimbusds.jose.proc.SecurityContext;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.NoSuchAlgorithmException;
import java.security.interfaces.RSAPublicKey;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configuration.EnableWebSecurity;
import org.springframework.security.config.annotation.web.configuration.OAuth2AuthorizationServerConfiguration;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.oauth2.core.AuthorizationGrantType;
import org.springframework.security.oauth2.core.ClientAuthenticationMethod;
import org.springframework.security.oauth2.core.oidc.OidcScopes;
import org.springframework.security.oauth2.core.oidc.endpoint.OidcParameterNames;
import org.springframework.security.oauth2.jwt.JwtDecoder;
import org.springframework.security.oauth2.server.authorization.client.InMemoryRegisteredClientRepository;
import org.springframework.security.oauth2.server.authorization.client.RegisteredClient;
import org.springframework.security.oauth2.server.authorization.client.RegisteredClientRepository;
import org.springframework.security.oauth2.server.authorization.settings.AuthorizationServerSettings;
import org.springframework.security.oauth2.server.authorization.settings.ClientSettings;
import org.springframework.security.oauth2.server.authorization.token.JwtEncodingContext;
import org.springframework.security.oauth2.server.authorization.token.OAuth2TokenCustomizer;
import org.springframework.security.provisioning.InMemoryUserDetailsManager;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.web.servlet.config.annotation.EnableWebMvc;

/** What the identity provider is made of. One program may ask it who somebody is: Safe Step. */
@Configuration
@EnableWebSecurity
@EnableWebMvc
class IdentityConfiguration {

    private static final int KEY_BITS = 2048;

    private final List<IdentityPerson> people;
    private final String returnPath;

    IdentityConfiguration(IdentityProvider provider) {
        people = provider.people();
        returnPath = provider.returnPath();
    }

    @Bean
    SecurityFilterChain security(HttpSecurity http) throws Exception {
        return http.oauth2AuthorizationServer(server -> server.oidc(Customizer.withDefaults()))
                .authorizeHttpRequests(requests -> requests.requestMatchers("/login")
                        .permitAll()
                        .anyRequest()
                        .authenticated())
                .formLogin(form -> form.loginPage("/login").failureUrl("/login?wrong"))
                .exceptionHandling(
                        errors -> errors.authenticationEntryPoint(new LoginUrlAuthenticationEntryPoint("/login")))
                .build();
    }

    @Bean
    UserDetailsService logins() {
        return new InMemoryUserDetailsManager(people.stream()
                .map(person -> User.withUsername(person.login())
                        .password("{noop}" + IdentityPerson.PASSWORD)
                        .authorities("person")
                        .build())
                .toList());
    }

    /** Any port of loopback may be returned to (RFC 8252, section 7.3). */
    @Bean
    RegisteredClientRepository clients() {
        return new InMemoryRegisteredClientRepository(RegisteredClient.withId(IdentityProvider.CLIENT_ID)
                .clientId(IdentityProvider.CLIENT_ID)
                .clientSecret("{noop}" + IdentityProvider.CLIENT_SECRET)
                .clientAuthenticationMethod(ClientAuthenticationMethod.CLIENT_SECRET_BASIC)
                .authorizationGrantType(AuthorizationGrantType.AUTHORIZATION_CODE)
                .redirectUri("http://127.0.0.1" + returnPath)
                .scope(OidcScopes.OPENID)
                .scope(OidcScopes.PROFILE)
                .scope(OidcScopes.EMAIL)
                .clientSettings(ClientSettings.builder().requireProofKey(true).build())
                .build());
    }

    /** Nothing is fixed: the issuer is where it was asked. */
    @Bean
    AuthorizationServerSettings settings() {
        return AuthorizationServerSettings.builder().build();
    }

    @Bean
    OAuth2TokenCustomizer<JwtEncodingContext> claims() {
        Map<String, IdentityPerson> byLogin =
                people.stream().collect(Collectors.toMap(IdentityPerson::login, Function.identity()));
        return context -> {
            if (!OidcParameterNames.ID_TOKEN.equals(context.getTokenType().getValue())) {
                return;
            }
            Authentication who = Objects.requireNonNull(context.<Authentication>getPrincipal());
            IdentityPerson person = Objects.requireNonNull(byLogin.get(who.getName()));
            context.getClaims()
                    .subject(person.subject())
                    .claim("preferred_username", person.login())
                    .claim("name", person.name())
                    .claim("email", person.email())
                    .claim("email_verified", true)
                    .claim("groups", person.groups());
        };
    }

    /** A new key at each start: who still holds an older one fetches it anew. */
    @Bean
    JWKSource<SecurityContext> keys() throws NoSuchAlgorithmException {
        KeyPairGenerator generator = KeyPairGenerator.getInstance("RSA");
        generator.initialize(KEY_BITS);
        KeyPair pair = generator.generateKeyPair();
        return new ImmutableJWKSet<>(new JWKSet(new RSAKey.Builder((RSAPublicKey) pair.getPublic())
                .privateKey(pair.getPrivate())
                .keyID(UUID.randomUUID().toString())
                .build()));
    }

    /** Tells whether who asks about somebody has a token of this provider. */
    @Bean
    JwtDecoder tokens(JWKSource<SecurityContext> keys) {
        return OAuth2AuthorizationServerConfiguration.jwtDecoder(keys);
    }

    @Bean
    LogInPage logInPage() {
        return new LogInPage(people);
    }
}
