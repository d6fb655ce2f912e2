/** What lines mean for the network model. */
package io.safestep.core.platform.network;
