package io.safestep.core.platform.form;

import org.jspecify.annotations.Nullable;

/**
 * The block that a line opens.
 *
 * @param name of the block
 * @param ordered whether the order of its lines counts
 * @param end the word that stands alone after its last line; null when indentation alone tells where it ends
 * @param goesEmpty whether the device drops the line as soon as nothing stands beneath it
 */
public record Beneath(
        String name, boolean ordered, @Nullable String end, boolean goesEmpty) {}
