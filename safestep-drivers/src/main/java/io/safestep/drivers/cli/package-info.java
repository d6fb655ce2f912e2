/** Conversations with command lines. */
package io.safestep.drivers.cli;
