/** What does not go together: addresses, ends of links, VLANs. */
@NullMarked
package io.safestep.core.network.fit;

import org.jspecify.annotations.NullMarked;
