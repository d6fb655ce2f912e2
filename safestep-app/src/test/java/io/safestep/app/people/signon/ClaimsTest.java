package io.safestep.app.people.signon;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.people.stored.ProviderSettings;
import io.safestep.core.people.RoleMapping;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class ClaimsTest {

    private static ProviderSettings reading(String login, @Nullable String domain, String groups) {
        return new ProviderSettings(
                "Sound",
                "https://id.ferries.example",
                "x",
                "profile",
                login,
                domain,
                groups,
                true,
                RoleMapping.NOTHING);
    }

    private static Claims of(Map<String, Object> told, ProviderSettings settings) {
        return Claims.of("https://id.ferries.example", "s-1", told, settings);
    }

    @Test
    void theLogInIsTheClaimThatIsNamedWithoutItsDomain() {
        ProviderSettings cut = reading("upn", "Ferries.example", "groups");
        assertThat(of(Map.of("upn", "M.Tarrant@ferries.example"), cut).login()).contains("m.tarrant");
        assertThat(of(Map.of("upn", "m.tarrant@elsewhere.example"), cut).login())
                .as("of another domain: not the same person")
                .isEmpty();
        assertThat(of(Map.of("upn", "@ferries.example"), cut).login()).isEmpty();
        assertThat(of(Map.of("upn", List.of("m.tarrant")), cut).login()).isEmpty();
        assertThat(of(Map.of(), cut).login()).isEmpty();
        assertThat(of(Map.of("upn", "m.tarrant@ferries.example"), reading("upn", null, "groups"))
                        .login())
                .as("nothing is cut off unless it is said")
                .isEmpty();
        assertThat(of(Map.of("upn", "x".repeat(41)), cut).login()).isEmpty();
    }

    @Test
    void groupsAreALookIntoObjectsAListOrOneWord() {
        ProviderSettings nested = reading("sub", null, "access.groups");
        assertThat(of(Map.of("access", Map.of("groups", List.of("watch", 7, "staff"))), nested)
                        .groups())
                .containsExactly("watch", "staff");
        assertThat(of(Map.of("access.groups", "watch"), nested).groups())
                .as("a claim of just this name comes first")
                .containsExactly("watch");
        assertThat(of(Map.of("access", "groups"), nested).groups()).isEmpty();
        assertThat(of(Map.of("access", Map.of("groups", Map.of("a", "b"))), nested)
                        .groups())
                .isEmpty();
        assertThat(of(Map.of(), nested).groups()).isEmpty();
    }

    @Test
    void aMailAddressCountsOnceItIsVerified() {
        ProviderSettings settings = reading("preferred_username", null, "groups");
        Map<String, Object> verified = Map.of("email", "m.tarrant@ferries.example", "email_verified", true);
        assertThat(of(verified, settings).email()).contains("m.tarrant@ferries.example");
        for (Object said : List.of(false, "true", 1)) {
            assertThat(of(Map.of("email", "m.tarrant@ferries.example", "email_verified", said), settings)
                            .email())
                    .as("email_verified: %s", said)
                    .isEmpty();
        }
        assertThat(of(Map.of("email", "m.tarrant@ferries.example"), settings).email())
                .isEmpty();
        assertThat(of(Map.of("email", "no address", "email_verified", true), settings)
                        .email())
                .isEmpty();
    }

    @Test
    void somebodyWithoutANameIsCalledByTheirLogIn() {
        ProviderSettings settings = reading("preferred_username", null, "groups");
        assertThat(of(Map.of("preferred_username", "mtarrant"), settings).name())
                .isEqualTo("mtarrant");
        assertThat(of(Map.of("preferred_username", "mtarrant", "name", " M. Tarrant "), settings)
                        .name())
                .isEqualTo("M. Tarrant");
        assertThat(of(Map.of(), settings).name()).isEqualTo("s-1");
    }
}
