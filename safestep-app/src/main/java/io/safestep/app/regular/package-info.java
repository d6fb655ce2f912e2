/** Rounds that begin by themselves. */
package io.safestep.app.regular;
