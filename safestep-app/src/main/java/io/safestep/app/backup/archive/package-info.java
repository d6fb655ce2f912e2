/** Versions of many devices in one file, out and in. */
@NullMarked
package io.safestep.app.backup.archive;

import org.jspecify.annotations.NullMarked;
