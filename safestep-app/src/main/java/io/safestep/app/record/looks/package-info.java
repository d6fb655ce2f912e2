/** Who looked at what. The front door is {@link io.safestep.app.record.looks.Looks}. */
@NullMarked
package io.safestep.app.record.looks;

import org.jspecify.annotations.NullMarked;
