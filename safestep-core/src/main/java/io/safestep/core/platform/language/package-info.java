/**
 * What a line is, and how it is taken away again. The front door is {@link
 * io.safestep.core.platform.language.Language}.
 */
package io.safestep.core.platform.language;
