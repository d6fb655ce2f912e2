/** Networks written down in a file. */
@NullMarked
package io.safestep.core.network.file;

import org.jspecify.annotations.NullMarked;
