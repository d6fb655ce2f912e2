/** Versions of configurations: read, stored, shown. The front door is {@link io.safestep.app.backup.Backups}. */
package io.safestep.app.backup;
