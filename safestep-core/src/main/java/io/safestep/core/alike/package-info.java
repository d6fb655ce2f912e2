/** Devices whose lines are the same but for their values, as one text with variables. */
@NullMarked
package io.safestep.core.alike;

import org.jspecify.annotations.NullMarked;
