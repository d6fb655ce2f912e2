/** Devices whose lines are the same but for their values, as one text with variables. */
package io.safestep.core.alike;
