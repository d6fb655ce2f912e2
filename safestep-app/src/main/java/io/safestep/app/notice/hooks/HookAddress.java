package io.safestep.app.notice.hooks;

import io.safestep.app.problem.ProblemException;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.Set;

/** What may be the address of a program. */
final class HookAddress {

    private static final Set<String> SCHEMES = Set.of("https", "http");

    private HookAddress() {}

    /** @throws ProblemException with the field {@code address} when it is none */
    static URI checked(String text) {
        URI uri;
        try {
            uri = new URI(text.strip());
        } catch (URISyntaxException e) {
            throw ProblemException.invalid(
                    "address", "This is no address. It looks like https://messages.ferries.example/network.");
        }
        String scheme = uri.getScheme();
        if (scheme == null || !SCHEMES.contains(scheme) || uri.getHost() == null) {
            throw ProblemException.invalid("address", "It begins with https:// or http:// and the name of a machine.");
        }
        if (uri.getUserInfo() != null || uri.getFragment() != null) {
            throw ProblemException.invalid("address", "It has no @ before the name of the machine, and no #.");
        }
        return uri;
    }
}
