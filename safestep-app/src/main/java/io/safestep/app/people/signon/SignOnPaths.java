package io.safestep.app.people.signon;

/** Where a log-in by a provider begins and where it comes back: an address for each, so that none passes for another (RFC 9700, section 4.4.2). */
final class SignOnPaths {

    static final String BASE = "/sign-on";
    static final String RETURNS = BASE + "/*/return";

    private SignOnPaths() {}

    static String begin(String slug) {
        return BASE + "/" + slug;
    }

    static String returnTo(String slug) {
        return BASE + "/" + slug + "/return";
    }
}
