package io.safestep.app.inventory;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.credential.Credentials;
import io.safestep.app.credential.Place;
import io.safestep.app.people.Right;
import io.safestep.app.round.RoundAction;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Says for each of many devices which credential is used. */
@Component
class CredentialRound implements RoundAction {

    private final Credentials credentials;
    private final AuditLog audit;
    private final TransactionTemplate transaction;

    CredentialRound(Credentials credentials, AuditLog audit, TransactionTemplate transaction) {
        this.credentials = credentials;
        this.audit = audit;
        this.transaction = transaction;
    }

    @Override
    public String name() {
        return "USE_CREDENTIAL";
    }

    @Override
    public String title() {
        return "Use credential";
    }

    @Override
    public Right right() {
        return Right.WRITE_CREDENTIALS;
    }

    @Override
    public void check(String argument) {
        credentials.named(argument);
    }

    @Override
    public Outcome on(long deviceId, String device, String argument, String person) {
        transaction.executeWithoutResult(t -> {
            credentials.use(Place.DEVICE, deviceId, credentials.named(argument).id());
            audit.write(person, device, "credential chosen", "For the device: " + argument + ".");
        });
        return Outcome.good("Uses " + argument + " now. Test the connection.");
    }
}
