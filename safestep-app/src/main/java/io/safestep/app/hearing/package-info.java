/** Log messages and notifications of devices, as a hint to look. */
@NullMarked
package io.safestep.app.hearing;

import org.jspecify.annotations.NullMarked;
