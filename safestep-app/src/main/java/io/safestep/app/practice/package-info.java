/** The practice network that is connected, where one is. */
@NullMarked
package io.safestep.app.practice;

import org.jspecify.annotations.NullMarked;
