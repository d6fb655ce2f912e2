/** What lines mean for the network model. */
@NullMarked
package io.safestep.core.platform.network;

import org.jspecify.annotations.NullMarked;
