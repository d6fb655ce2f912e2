package io.safestep.app.people.signon;

import io.safestep.core.people.SignOn.Outcome;

/** Why somebody does not come in by a provider, with what to do. */
final class SignOnWords {

    private SignOnWords() {}

    static String away(String provider) {
        return provider + " does not answer. Try again in a moment, or log in with a password.";
    }

    static String broken(String provider) {
        return "The log-in at " + provider
                + " did not come to an end, or took too long. Begin again; if it stays so, tell an administrator.";
    }

    /** @param login that it told; empty when it told none */
    static String of(Outcome outcome, String provider, String login) {
        return switch (outcome) {
            case COMES_IN, JOINS, IS_MADE -> throw new IllegalArgumentException("they come in");
            case RETIRED -> "The account of " + login + " is retired. Ask an administrator.";
            case OTHER_WAY ->
                "There is an account of this log-in or mail address already. Log in to it as before, and add "
                        + provider + " on your own page.";
            case OWN_WAY_FIRST ->
                "An administrator needs a password of their own first, for the day on which " + provider
                        + " is away. Use the link of your invitation, then add " + provider + " on your own page.";
            case NOT_INVITED ->
                provider + " knows you as " + login + ", and nobody has invited " + login
                        + " yet. Ask an administrator.";
            case NO_ROLE ->
                provider + " knows you as " + login
                        + ", and none of your groups there is something here. Ask an administrator.";
            case NO_LOGIN ->
                provider + " does not tell a log-in name that Safe Step can use. Ask an administrator to look at the"
                        + " claims of " + provider + ".";
        };
    }
}
