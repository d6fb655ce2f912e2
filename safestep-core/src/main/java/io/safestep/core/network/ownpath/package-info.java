/** The block on which the path between Safe Step and a device hangs. */
package io.safestep.core.network.ownpath;
