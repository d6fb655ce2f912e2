/** What the families of platforms have in common: how a session of one of them is opened. */
@NullMarked
package io.safestep.drivers.family;

import org.jspecify.annotations.NullMarked;
