/** Versions of configurations: read, stored, shown. The front door is {@link io.safestep.app.backup.Backups}. */
@NullMarked
package io.safestep.app.backup;

import org.jspecify.annotations.NullMarked;
