/** What an engineer writes: lines, or a whole configuration. */
@NullMarked
package io.safestep.core.config.written;

import org.jspecify.annotations.NullMarked;
