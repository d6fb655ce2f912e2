/** The library of checks, and sets of them by what a change touches. */
@NullMarked
package io.safestep.app.check.library;

import org.jspecify.annotations.NullMarked;
