/**
 * Reads, compares and applies configurations, derives scripts and proves the way back. The front door is {@link
 * io.safestep.core.config.ConfigEngine}.
 */
@NullMarked
package io.safestep.core.config;

import org.jspecify.annotations.NullMarked;
