/** Looking at devices with checks, and what is wrong with a check. */
@NullMarked
package io.safestep.app.check.looks;

import org.jspecify.annotations.NullMarked;
