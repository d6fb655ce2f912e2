/** Which devices a group holds by rule; what a new device could be. */
@NullMarked
package io.safestep.core.inventory;

import org.jspecify.annotations.NullMarked;
