/** The list of all devices, sheets of them, and actions on many. */
@NullMarked
package io.safestep.app.inventory;

import org.jspecify.annotations.NullMarked;
