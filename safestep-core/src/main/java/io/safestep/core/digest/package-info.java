/** SHA-256, for everybody. */
@NullMarked
package io.safestep.core.digest;

import org.jspecify.annotations.NullMarked;
