package io.safestep.app.check.looks;

import java.util.ArrayList;
import java.util.List;

/**
 * A read command as several platforms know it.
 *
 * @param name by which profiles call it
 * @param title what people call it
 * @param arguments what it asks for: {@code address}, {@code port}, {@code source}
 * @param platforms the profiles that have it
 */
public record ReadableCommand(String name, String title, List<String> arguments, List<String> platforms) {

    ReadableCommand joined(ReadableCommand other) {
        List<String> both = new ArrayList<>(platforms);
        both.addAll(other.platforms());
        return new ReadableCommand(name, title, arguments, both);
    }
}
