/**
 * What is stored of versions: texts by their hash, encrypted, and the trees that are read from them. {@link
 * io.safestep.app.backup.stored.Versions} is the only way in.
 */
@NullMarked
package io.safestep.app.backup.stored;

import org.jspecify.annotations.NullMarked;
