/** The notations: indented lines, XML, JSON. */
package io.safestep.core.config.format;
