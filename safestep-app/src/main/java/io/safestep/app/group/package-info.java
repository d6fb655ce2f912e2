/**
 * Named sets of devices: fixed lists, and those that hold by a rule. The front door is {@link
 * io.safestep.app.group.Groups}.
 */
package io.safestep.app.group;
