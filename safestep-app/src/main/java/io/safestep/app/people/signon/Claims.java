package io.safestep.app.people.signon;

import io.safestep.app.people.accounts.Accounts;
import io.safestep.app.people.stored.ProviderSettings;
import io.safestep.core.mail.MailAddress;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What a provider says of somebody, read as its settings tell. */
record Claims(
        String issuer,
        String subject,
        Optional<String> login,
        String name,
        Optional<String> email,
        List<String> groups) {

    private static final int MOST_OF_A_NAME = 100;

    static Claims of(String issuer, String subject, Map<String, Object> told, ProviderSettings settings) {
        Optional<String> login = text(at(told, settings.loginClaim()))
                .map(value -> cut(value.toLowerCase(Locale.ROOT), settings.loginDomain()))
                .filter(Accounts::isLogin);
        String name = text(told.get("name"))
                .filter(value -> value.length() <= MOST_OF_A_NAME)
                .or(() -> login)
                .orElse(subject);
        // An address that was not verified may be anybody's (OpenID Connect Core 1.0, section 5.7).
        Optional<String> email = Boolean.TRUE.equals(told.get("email_verified"))
                ? text(told.get("email")).filter(MailAddress::isSomebodys)
                : Optional.empty();
        return new Claims(issuer, subject, login, name, email, groups(at(told, settings.groupsClaim())));
    }

    /** A claim of this name, or else what lies in objects on the way of its parts. */
    private static @Nullable Object at(Map<String, Object> told, String claim) {
        Object whole = told.get(claim);
        if (whole != null) {
            return whole;
        }
        Object at = told;
        for (String part : claim.split("[.]")) {
            at = at instanceof Map<?, ?> object ? object.get(part) : null;
        }
        return at;
    }

    private static Optional<String> text(@Nullable Object claim) {
        return claim instanceof String text && !text.isBlank() ? Optional.of(text.strip()) : Optional.empty();
    }

    private static List<String> groups(@Nullable Object claim) {
        return claim instanceof Collection<?> many
                ? many.stream()
                        .filter(String.class::isInstance)
                        .map(String.class::cast)
                        .toList()
                : text(claim).map(List::of).orElse(List.of());
    }

    private static String cut(String login, @Nullable String domain) {
        String end = domain == null ? "" : "@" + domain.toLowerCase(Locale.ROOT);
        return !end.isEmpty() && login.endsWith(end) ? login.substring(0, login.length() - end.length()) : login;
    }
}
