/** IPv4 addresses as numbers, and sets of them. */
@NullMarked
package io.safestep.core.address;

import org.jspecify.annotations.NullMarked;
