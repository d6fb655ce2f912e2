/**
 * Reads, compares and applies configurations, derives scripts and proves the way back. The front door is {@link
 * io.safestep.core.config.ConfigEngine}.
 */
package io.safestep.core.config;
