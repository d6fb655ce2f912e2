package io.safestep.app.people;

import io.safestep.app.people.signed.BearerTokens;
import io.safestep.app.people.signed.FreshRights;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.signon.SignOnSecurity;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.people.tokens.Tokens;
import io.safestep.app.problem.ProblemResponse;
import jakarta.servlet.DispatcherType;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.config.annotation.method.configuration.EnableMethodSecurity;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Denies by default: everything below /api needs a session unless it is named here. */
@Configuration
@EnableMethodSecurity
class SecurityConfiguration {

    private static final String CONTENT_POLICY =
            "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self'"
                    + " data:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self';"
                    + " frame-ancestors 'none'";

    @Bean
    SecurityFilterChain security(
            HttpSecurity http,
            SecurityContextRepository contexts,
            PersonRepository people,
            Tokens tokens,
            SignOnSecurity signOn)
            throws Exception {
        return http.authorizeHttpRequests(requests -> requests
                        // A stream of events was authorised when it was opened.
                        .dispatcherTypeMatchers(DispatcherType.ASYNC, DispatcherType.ERROR)
                        .permitAll()
                        .requestMatchers(
                                "/api/session",
                                "/api/session/code",
                                "/api/session/sign-on",
                                "/api/session/passkey",
                                "/api/welcome",
                                "/api/welcome/look",
                                "/api/openapi.json",
                                "/actuator/health")
                        .permitAll()
                        .requestMatchers("/api/**")
                        .authenticated()
                        .requestMatchers("/actuator/**")
                        .denyAll()
                        .anyRequest()
                        .permitAll())
                // A program sends no cookies by itself: nobody else's page can make it send its token.
                .csrf(csrf -> csrf.spa().ignoringRequestMatchers(BearerTokens::carriesToken))
                .securityContext(context -> context.securityContextRepository(contexts))
                .addFilterAfter(new FreshRights(people), SecurityContextHolderFilter.class)
                .addFilterAfter(new BearerTokens(tokens), SecurityContextHolderFilter.class)
                .oauth2Login(signOn::configure)
                .formLogin(AbstractHttpConfigurer::disable)
                .httpBasic(AbstractHttpConfigurer::disable)
                .logout(AbstractHttpConfigurer::disable)
                .requestCache(AbstractHttpConfigurer::disable)
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN)))
                .exceptionHandling(errors -> errors.authenticationEntryPoint((request, response, e) ->
                                ProblemResponse.write(response, 401, "not-signed-in", "Log in first."))
                        .accessDeniedHandler((request, response, e) -> ProblemResponse.write(
                                response,
                                403,
                                "forbidden",
                                "The request was not accepted: the X-XSRF-TOKEN header has to repeat the XSRF-TOKEN"
                                        + " cookie.")))
                .build();
    }

    @Bean
    SecurityContextRepository securityContexts() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    PasswordEncoder passwordEncoder() {
        return PasswordEncoderFactories.createDelegatingPasswordEncoder();
    }

    @Bean
    UserDetailsService signedIn(PersonRepository people) {
        return login -> people.findByLogin(login)
                .filter(person -> person.isPresent() && person.passwordHash() != null)
                .map(SignedIn::new)
                .orElseThrow(() -> new UsernameNotFoundException("no such log-in"));
    }

    @Bean
    AuthenticationManager authentication(UserDetailsService people, PasswordEncoder encoder) {
        DaoAuthenticationProvider provider = new DaoAuthenticationProvider(people);
        provider.setPasswordEncoder(encoder);
        return new ProviderManager(provider);
    }
}
