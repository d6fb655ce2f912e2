/** Pools of addresses, prefixes and numbers, and which change holds which value. */
package io.safestep.app.pool;
