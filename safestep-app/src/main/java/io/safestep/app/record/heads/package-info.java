/** Heads of the record, written where the database is not. The front door is {@link io.safestep.app.record.heads.Heads}. */
@NullMarked
package io.safestep.app.record.heads;

import org.jspecify.annotations.NullMarked;
