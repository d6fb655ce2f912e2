/** What is let through and changed of routes. */
@NullMarked
package io.safestep.core.network.policy;

import org.jspecify.annotations.NullMarked;
