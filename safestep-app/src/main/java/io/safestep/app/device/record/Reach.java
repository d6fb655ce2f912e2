package io.safestep.app.device.record;

import io.safestep.app.problem.FieldError;
import jakarta.persistence.Embeddable;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is said for one device about the way into it. Each is null where the platform profile says it.
 *
 * @param port TCP port on which it is reached
 * @param connectSeconds until the connection stands and the device has shown its key
 * @param logInSeconds until a log-in is answered
 * @param answerSeconds until a command or request is answered
 */
@Embeddable
public record Reach(
        @Nullable Integer port,
        @Nullable Integer connectSeconds,
        @Nullable Integer logInSeconds,
        @Nullable Integer answerSeconds) {

    public static final Reach AS_PROFILE = new Reach(null, null, null, null);

    private static final int MOST_PORT = 65_535;
    private static final int MOST_CONNECT = 300;
    private static final int MOST_ANSWER = 900;

    /** The same at another port; null for that of the profile. */
    public Reach atPort(@Nullable Integer other) {
        return new Reach(other, connectSeconds, logInSeconds, answerSeconds);
    }

    public boolean hasLimits() {
        return connectSeconds != null || logInSeconds != null || answerSeconds != null;
    }

    /** Why a port can't be one; null when it can, or is none. */
    public static @Nullable String portProblem(@Nullable Integer port) {
        return port == null || port >= 1 && port <= MOST_PORT ? null : "A TCP port is a number from 1 to 65535.";
    }

    /** What is wrong with it, by field. */
    public List<FieldError> errors() {
        List<FieldError> errors = new ArrayList<>();
        DeviceRules.add(errors, "port", portProblem(port));
        DeviceRules.add(errors, "connectSeconds", secondsProblem(connectSeconds, MOST_CONNECT));
        DeviceRules.add(errors, "logInSeconds", secondsProblem(logInSeconds, MOST_CONNECT));
        DeviceRules.add(errors, "answerSeconds", secondsProblem(answerSeconds, MOST_ANSWER));
        return errors;
    }

    private static @Nullable String secondsProblem(@Nullable Integer seconds, int most) {
        return seconds == null || seconds >= 1 && seconds <= most ? null : "Choose 1 to " + most + " seconds.";
    }

    /** In words for the record; empty where all is as the profile says. */
    public String inWords() {
        List<String> words = new ArrayList<>();
        add(words, "port ", port, "");
        add(words, "connecting within ", connectSeconds, " s");
        add(words, "log-in within ", logInSeconds, " s");
        add(words, "answers within ", answerSeconds, " s");
        return String.join(", ", words);
    }

    private static void add(List<String> words, String before, @Nullable Integer number, String behind) {
        if (number != null) {
            words.add(before + number + behind);
        }
    }
}
