/** Changes as they are stored, and many of them at once without their texts. */
@NullMarked
package io.safestep.app.change.stored;

import org.jspecify.annotations.NullMarked;
