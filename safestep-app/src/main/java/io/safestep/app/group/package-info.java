/**
 * Named sets of devices: fixed lists, and those that hold by a rule. The front door is {@link
 * io.safestep.app.group.Groups}.
 */
@NullMarked
package io.safestep.app.group;

import org.jspecify.annotations.NullMarked;
