/** Comments on lines of a difference. */
@NullMarked
package io.safestep.app.comment;

import org.jspecify.annotations.NullMarked;
