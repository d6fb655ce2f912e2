/** Which devices a group holds by rule; what a new device could be. */
package io.safestep.core.inventory;
