/** How one talks with a device of the platform. */
@NullMarked
package io.safestep.core.platform.access;

import org.jspecify.annotations.NullMarked;
