/** The notations: indented lines, XML, JSON. */
@NullMarked
package io.safestep.core.config.format;

import org.jspecify.annotations.NullMarked;
