/** RESTCONF over HTTPS (RFC 8040). */
package io.safestep.drivers.restconf;
