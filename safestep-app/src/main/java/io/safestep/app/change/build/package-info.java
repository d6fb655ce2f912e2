/** Works out what follows for one device. The front door is {@link io.safestep.app.change.build.DeviceBuilds}. */
@NullMarked
package io.safestep.app.change.build;

import org.jspecify.annotations.NullMarked;
