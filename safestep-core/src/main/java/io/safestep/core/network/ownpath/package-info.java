/** The block on which the path between Safe Step and a device hangs. */
@NullMarked
package io.safestep.core.network.ownpath;

import org.jspecify.annotations.NullMarked;
