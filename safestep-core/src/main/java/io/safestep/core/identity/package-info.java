/** The lines of a configuration that say whose it is. */
package io.safestep.core.identity;
