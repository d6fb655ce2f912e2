package io.safestep.app.sight;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** On an endpoint whose effect is not held to some devices: who asks has to have all of them in their scope. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface NetworkWide {

    /** What it is about, to begin a sentence with, such as {@code The library}. */
    String value();
}
