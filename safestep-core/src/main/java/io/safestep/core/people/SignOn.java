package io.safestep.core.people;

import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.PeopleGate.WayIn;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What becomes of somebody whom an identity provider sends. They are known by what the provider never gives twice (OpenID
 * Connect Core 1.0, section 5.7: {@code iss} and {@code sub}); a log-in name or a mail address alone opens no account that has a
 * way in already.
 */
public final class SignOn {

    private SignOn() {}

    /** What becomes of them. */
    public enum Outcome {
        /** They come in. */
        COMES_IN,
        /** They are the one who was invited under this log-in: from now on they come in this way. */
        JOINS,
        /** They are new and are made. */
        IS_MADE,
        RETIRED,
        /** An account of this log-in or mail address has another way in: they have to use that once, and add this one. */
        OTHER_WAY,
        /** An administrator needs a way in that does not depend on the provider, and has to choose it first. */
        OWN_WAY_FIRST,
        NOT_INVITED,
        /** None of their groups stands in a row of the mapping. */
        NO_ROLE,
        /** The claim that is to be their log-in is missing, or is none. */
        NO_LOGIN
    }

    /**
     * An account as far as it matters here.
     *
     * @param followsGroups whether it is what its groups at a provider are here
     */
    public record Known(boolean service, boolean administrator, boolean present, WayIn wayIn, boolean followsGroups) {}

    /**
     * @param joined the account that comes in by this identity; null when none does
     * @param alike an account of the same log-in or mail address; null when there is none
     * @param login that the provider tells, if it is fit to be one
     * @param mapped what their groups are here; empty for nothing
     * @param makesPeople whether people are made at their first log-in, and are what their groups are
     */
    public static Outcome of(
            @Nullable Known joined,
            @Nullable Known alike,
            Optional<String> login,
            Optional<Power> mapped,
            boolean makesPeople) {
        if (joined != null) {
            return ofJoined(joined, mapped, makesPeople);
        }
        if (login.isEmpty()) {
            return Outcome.NO_LOGIN;
        }
        if (alike != null) {
            return ofInvited(alike);
        }
        if (!makesPeople) {
            return Outcome.NOT_INVITED;
        }
        return mapped.isPresent() ? Outcome.IS_MADE : Outcome.NO_ROLE;
    }

    private static Outcome ofJoined(Known joined, Optional<Power> mapped, boolean makesPeople) {
        if (!joined.present()) {
            return Outcome.RETIRED;
        }
        return makesPeople && joined.followsGroups() && mapped.isEmpty() ? Outcome.NO_ROLE : Outcome.COMES_IN;
    }

    private static Outcome ofInvited(Known alike) {
        if (!alike.present()) {
            return Outcome.RETIRED;
        }
        if (alike.service() || alike.wayIn() != WayIn.NONE) {
            return Outcome.OTHER_WAY;
        }
        return alike.administrator() ? Outcome.OWN_WAY_FIRST : Outcome.JOINS;
    }
}
