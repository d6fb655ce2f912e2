/** Interfaces, links and broadcast domains. */
@NullMarked
package io.safestep.core.network.segment;

import org.jspecify.annotations.NullMarked;
