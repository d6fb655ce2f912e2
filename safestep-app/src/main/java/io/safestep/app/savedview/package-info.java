/** A person's own views of a list. */
@NullMarked
package io.safestep.app.savedview;

import org.jspecify.annotations.NullMarked;
