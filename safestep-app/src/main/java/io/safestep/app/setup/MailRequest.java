package io.safestep.app.setup;

import io.safestep.core.mail.MailAddress;
import io.safestep.core.mail.MailProtection;
import io.safestep.core.mail.MailRoute;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.jspecify.annotations.Nullable;

/**
 * To which server mail is to be given.
 *
 * @param user empty when the server asks for no log-in
 * @param password null or empty to keep the one that there is, as long as it goes to the same server
 * @param version that was seen
 */
record MailRequest(
        @NotNull @Size(max = MailRoute.MOST_OF_A_HOST) String host,
        int port,
        @NotNull MailProtection protection,
        @NotNull @Size(max = MailRoute.MOST_OF_A_USER) String user,
        @Size(max = 1000) @Nullable String password,
        @NotNull @Size(max = MailAddress.MOST) String sender,
        int version) {

    MailRoute route() {
        return new MailRoute(host.strip(), port, protection, user.strip(), sender.strip());
    }

    @Override
    public String toString() {
        return "MailRequest[" + route().words() + "]";
    }
}
