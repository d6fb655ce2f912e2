package io.safestep.app.people.signed;

import io.safestep.app.audit.ActingWith;
import java.util.Optional;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/** Tells the record with which token the request of this thread came. */
@Component
class TokenInUse implements ActingWith {

    @Override
    public Optional<Token> token() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who != null && who.getPrincipal() instanceof SignedIn me ? me.token() : Optional.empty();
    }
}
