/** The shapes of lines. */
@NullMarked
package io.safestep.core.platform.form;

import org.jspecify.annotations.NullMarked;
