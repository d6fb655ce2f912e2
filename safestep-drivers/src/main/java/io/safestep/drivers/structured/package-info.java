/** What NETCONF and RESTCONF have in common. */
package io.safestep.drivers.structured;
