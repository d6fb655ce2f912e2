/** The next free address, prefix, VLAN or number. */
@NullMarked
package io.safestep.core.pool;

import org.jspecify.annotations.NullMarked;
