/**
 * Getting into devices: which credential, which host key, how many at a time. {@link
 * io.safestep.app.access.DeviceAccess} is the only way.
 */
package io.safestep.app.access;
