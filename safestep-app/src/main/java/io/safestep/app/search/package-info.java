/** One box for devices, changes and lines. */
@NullMarked
package io.safestep.app.search;

import org.jspecify.annotations.NullMarked;
