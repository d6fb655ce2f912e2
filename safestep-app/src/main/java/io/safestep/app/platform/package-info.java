/** The platform profiles that are loaded. The front door is {@link io.safestep.app.platform.Platforms}. */
@NullMarked
package io.safestep.app.platform;

import org.jspecify.annotations.NullMarked;
