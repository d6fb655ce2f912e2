/**
 * What a line is, and how it is taken away again. The front door is {@link
 * io.safestep.core.platform.language.Language}.
 */
@NullMarked
package io.safestep.core.platform.language;

import org.jspecify.annotations.NullMarked;
