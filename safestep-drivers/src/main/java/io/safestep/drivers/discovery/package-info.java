/** Finds out what stands at an address. */
package io.safestep.drivers.discovery;
