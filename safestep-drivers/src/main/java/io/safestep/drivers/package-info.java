/** Sessions with devices, whatever the way in. */
package io.safestep.drivers;
