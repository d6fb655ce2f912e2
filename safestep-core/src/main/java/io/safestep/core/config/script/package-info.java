/** Scripts: derived from what differs, put into an order that works, applied to a tree. */
@NullMarked
package io.safestep.core.config.script;

import org.jspecify.annotations.NullMarked;
