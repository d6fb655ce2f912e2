package io.safestep.drivers;

import org.jspecify.annotations.Nullable;

/**
 * What a device says to a read command.
 *
 * @param text its words; of structured data, a line for every node that holds only values
 * @param data the same as XML or JSON, as it came; null where the device answers with lines
 */
public record DeviceAnswer(String text, @Nullable String data) {}
