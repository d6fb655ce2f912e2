/** Pools of addresses, prefixes and numbers, and which change holds which value. */
@NullMarked
package io.safestep.app.pool;

import org.jspecify.annotations.NullMarked;
