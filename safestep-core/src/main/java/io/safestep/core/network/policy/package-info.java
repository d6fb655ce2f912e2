/** What is let through and changed of routes. */
package io.safestep.core.network.policy;
