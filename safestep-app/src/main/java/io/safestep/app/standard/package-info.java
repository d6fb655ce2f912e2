/** Standard changes: written, approved once, used, suspended. The front door is {@code StandardChanges}. */
@NullMarked
package io.safestep.app.standard;

import org.jspecify.annotations.NullMarked;
