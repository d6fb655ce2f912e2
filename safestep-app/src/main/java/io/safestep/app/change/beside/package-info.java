/** What a save takes along that is not of the change. */
@NullMarked
package io.safestep.app.change.beside;

import org.jspecify.annotations.NullMarked;
