/** The next free address, prefix, VLAN or number. */
package io.safestep.core.pool;
