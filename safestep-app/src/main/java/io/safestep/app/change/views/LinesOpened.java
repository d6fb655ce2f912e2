package io.safestep.app.change.views;

/**
 * Somebody was shown what a change would do on a device.
 *
 * @param number of the change
 * @param device its name
 * @param login of who was shown it
 */
public record LinesOpened(int number, String device, String login) {}
