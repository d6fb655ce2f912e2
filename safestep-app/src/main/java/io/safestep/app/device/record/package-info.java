/** What people put on record of a device, and the rules for it. */
@NullMarked
package io.safestep.app.device.record;

import org.jspecify.annotations.NullMarked;
