/** What NETCONF and RESTCONF have in common. */
@NullMarked
package io.safestep.drivers.structured;

import org.jspecify.annotations.NullMarked;
