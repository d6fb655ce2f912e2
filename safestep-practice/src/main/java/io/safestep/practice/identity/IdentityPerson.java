package io.safestep.practice.identity;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.UUID;

/**
 * Somebody whom the identity provider knows.
 *
 * @param login told as {@code preferred_username} (OpenID Connect Core 1.0, section 5.1)
 * @param groups told as {@code groups}
 */
public record IdentityPerson(String login, String name, List<String> groups) {

    /** With which everybody logs in at the practice identity provider. */
    public static final String PASSWORD = "practice";

    public IdentityPerson {
        groups = List.copyOf(groups);
    }

    /** Those of Merrow Sound Ferries: some whom Safe Step knows, some new to it, one in a group that gives nothing. */
    public static List<IdentityPerson> ofMerrowSound() {
        return List.of(
                new IdentityPerson("dfennimore", "D. Fennimore", List.of("harbour-network")),
                new IdentityPerson("lvenning", "L. Venning", List.of("harbour-watch", "all-staff")),
                new IdentityPerson("nfairlie", "N. Fairlie", List.of("brinehaven-network", "all-staff")),
                new IdentityPerson("obrackett", "O. Brackett", List.of("ticket-desk")));
    }

    /** Stays when the log-in or the name changes (section 2: {@code sub}). */
    String subject() {
        return UUID.nameUUIDFromBytes(("merrow-sound/" + login).getBytes(StandardCharsets.UTF_8))
                .toString();
    }

    String email() {
        return login + "@merrow-sound.example";
    }
}
