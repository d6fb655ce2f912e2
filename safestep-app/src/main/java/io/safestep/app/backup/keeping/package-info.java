/** How long versions are kept, and which devices have one that is fresh enough. */
@NullMarked
package io.safestep.app.backup.keeping;

import org.jspecify.annotations.NullMarked;
