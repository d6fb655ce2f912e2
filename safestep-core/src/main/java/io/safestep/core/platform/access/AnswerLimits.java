package io.safestep.core.platform.access;

import java.time.Duration;
import org.jspecify.annotations.Nullable;

/**
 * For how long devices of a platform are waited for, where that is another time than the usual one.
 *
 * @param connect until the connection stands and the device has shown its key; null for the usual time
 * @param logIn until a log-in is answered; null for the usual time
 * @param answer until a command or request is answered; null for the usual time
 */
public record AnswerLimits(
        @Nullable Duration connect,
        @Nullable Duration logIn,
        @Nullable Duration answer) {

    public static final AnswerLimits USUAL = new AnswerLimits(null, null, null);
}
