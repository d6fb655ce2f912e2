package io.safestep.core.platform.reading;

/**
 * A file of a device that is backed up beside its configurations.
 *
 * @param name what it is called in the profile and in exports
 * @param title what people call it
 * @param command the words to send; the answer is the file
 */
public record FileReading(String name, String title, String command) {}
