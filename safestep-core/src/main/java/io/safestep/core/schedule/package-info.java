/** Windows, freezes, and what fits between them, each in its own zone. */
@NullMarked
package io.safestep.core.schedule;

import org.jspecify.annotations.NullMarked;
