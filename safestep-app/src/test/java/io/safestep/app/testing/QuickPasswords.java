package io.safestep.app.testing;

import java.util.Map;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Passwords are kept as ever, with less work for each: it is done on purpose, so that guessing takes long, and tests log in
 * thousands of times.
 */
public final class QuickPasswords implements BeanPostProcessor {

    /** The least that the method takes. */
    private static final int STRENGTH = 4;

    @Override
    public Object postProcessAfterInitialization(Object bean, String name) {
        return bean instanceof PasswordEncoder
                ? new DelegatingPasswordEncoder("bcrypt", Map.of("bcrypt", new BCryptPasswordEncoder(STRENGTH)))
                : bean;
    }
}
