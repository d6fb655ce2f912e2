package io.safestep.app.change.stored;

import jakarta.persistence.Embeddable;

/** Two devices of a change, by name, whose lines belong together. */
@Embeddable
public record Together(String one, String other) {}
