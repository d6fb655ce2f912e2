/** Lists that many people ask for again and again: written once, until something in them moves. */
@NullMarked
package io.safestep.app.kept;

import org.jspecify.annotations.NullMarked;
