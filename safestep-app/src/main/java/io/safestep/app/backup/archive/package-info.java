/** Versions of many devices in one file, out and in. */
package io.safestep.app.backup.archive;
