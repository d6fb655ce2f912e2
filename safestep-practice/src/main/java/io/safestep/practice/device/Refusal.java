package io.safestep.practice.device;

/** The device does not accept what it was told; the message is the device's own words. */
public class Refusal extends RuntimeException {

    Refusal(String words) {
        super(words);
    }
}
