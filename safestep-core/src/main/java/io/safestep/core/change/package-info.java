/** The states of a change, its seal, and who may approve it. */
package io.safestep.core.change;
