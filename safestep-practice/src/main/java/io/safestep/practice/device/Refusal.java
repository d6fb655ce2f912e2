package io.safestep.practice.device;

/** The device does not do what it is told. The message is what it says. */
public class Refusal extends RuntimeException {
    public Refusal(String message) {
        super(message, null, false, false);
    }
}
