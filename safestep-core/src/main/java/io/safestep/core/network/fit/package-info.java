/** What does not go together: addresses, ends of links, VLANs. */
package io.safestep.core.network.fit;
