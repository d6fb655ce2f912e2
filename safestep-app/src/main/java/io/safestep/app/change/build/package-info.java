/** Works out what follows for one device. The front door is {@link io.safestep.app.change.build.DeviceBuilds}. */
package io.safestep.app.change.build;
