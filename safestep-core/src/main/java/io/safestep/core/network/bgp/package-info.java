/** BGP-4 (RFC 4271). */
package io.safestep.core.network.bgp;
