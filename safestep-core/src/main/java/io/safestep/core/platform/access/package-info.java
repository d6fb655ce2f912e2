/** How one talks with a device of the platform. */
package io.safestep.core.platform.access;
