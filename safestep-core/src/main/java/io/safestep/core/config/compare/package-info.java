/** Which lines of two configurations are the same, and what differs. */
package io.safestep.core.config.compare;
