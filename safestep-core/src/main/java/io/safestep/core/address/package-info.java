/** IPv4 addresses as numbers, and sets of them. */
package io.safestep.core.address;
