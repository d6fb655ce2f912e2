/**
 * What the network is computed to do, and its cables. The front doors are {@code ComputedNetwork} and {@code Cabling}.
 */
package io.safestep.app.network;
