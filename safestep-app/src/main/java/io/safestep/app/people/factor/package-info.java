/** The second factor: codes of a telephone, and codes for when it is lost. The front door is {@link SecondFactors}. */
@NullMarked
package io.safestep.app.people.factor;

import org.jspecify.annotations.NullMarked;
