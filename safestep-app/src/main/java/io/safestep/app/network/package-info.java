/**
 * What the network is computed to do, and its cables. The front doors are {@code ComputedNetwork} and {@code Cabling}.
 */
@NullMarked
package io.safestep.app.network;

import org.jspecify.annotations.NullMarked;
