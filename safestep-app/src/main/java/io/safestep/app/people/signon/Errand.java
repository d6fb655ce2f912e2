package io.safestep.app.people.signon;

import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** What somebody is sent to a provider for, and what is said to them when they are back: kept in their session meanwhile. */
final class Errand {

    /** How long somebody may stay away, and how long what came of it is said. */
    static final Duration LASTS = Duration.ofMinutes(10);

    private static final String BACK = "sign-on-back";
    private static final String JOINS = "sign-on-joins";
    private static final String LINK = "sign-on-link";
    private static final String SAID = "sign-on-said";
    private static final String SINCE = "sign-on-since";

    /** A page of this application and nothing else: no host, no scheme, no steps up. */
    private static final Pattern PAGE = Pattern.compile("/(?:[A-Za-z0-9_-][A-Za-z0-9_./-]*)?");

    private Errand() {}

    /** @param joins log-in of who adds a way in; null for a log-in */
    static void begin(HttpSession session, String back, @Nullable String joins, Clock clock) {
        session.setAttribute(BACK, PAGE.matcher(back).matches() && !back.contains("..") ? back : "/");
        session.setAttribute(JOINS, joins);
        session.removeAttribute(LINK);
        session.removeAttribute(SAID);
        session.setAttribute(SINCE, clock.instant());
    }

    /** @param link hash of the link with which they were invited; it is used when they are back */
    static void beginInvited(HttpSession session, String link, Clock clock) {
        begin(session, "/", null, clock);
        session.setAttribute(LINK, link);
    }

    /** Hash of the link with which somebody was invited who comes. */
    static Optional<String> link(@Nullable HttpSession session) {
        return text(session, LINK);
    }

    static String back(@Nullable HttpSession session) {
        return text(session, BACK).orElse("/");
    }

    /** Log-in of who wants to add the way in by which they come. */
    static Optional<String> joins(@Nullable HttpSession session, Clock clock) {
        return lasts(session, clock) ? text(session, JOINS) : Optional.empty();
    }

    static boolean wasToJoin(@Nullable HttpSession session) {
        return text(session, JOINS).isPresent();
    }

    static void say(HttpSession session, String sentence, Clock clock) {
        session.setAttribute(SAID, sentence);
        session.removeAttribute(JOINS);
        session.removeAttribute(LINK);
        session.setAttribute(SINCE, clock.instant());
    }

    static void end(HttpSession session) {
        session.removeAttribute(JOINS);
        session.removeAttribute(LINK);
        session.removeAttribute(SAID);
    }

    static @Nullable String said(@Nullable HttpSession session, Clock clock) {
        return lasts(session, clock) ? text(session, SAID).orElse(null) : null;
    }

    private static boolean lasts(@Nullable HttpSession session, Clock clock) {
        return session != null
                && session.getAttribute(SINCE) instanceof Instant since
                && clock.instant().isBefore(since.plus(LASTS));
    }

    private static Optional<String> text(@Nullable HttpSession session, String name) {
        return session != null && session.getAttribute(name) instanceof String text
                ? Optional.of(text)
                : Optional.empty();
    }
}
