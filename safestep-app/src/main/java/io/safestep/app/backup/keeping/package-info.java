/** How long versions are kept, and which devices have one that is fresh enough. */
package io.safestep.app.backup.keeping;
