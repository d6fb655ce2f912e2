/** SSH connections within bounds. */
package io.safestep.drivers.ssh;
