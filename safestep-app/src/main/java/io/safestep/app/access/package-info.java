/**
 * Getting into devices: which credential, which host key, how many at a time. {@link
 * io.safestep.app.access.DeviceAccess} is the only way.
 */
@NullMarked
package io.safestep.app.access;

import org.jspecify.annotations.NullMarked;
