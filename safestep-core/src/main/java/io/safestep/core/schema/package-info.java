/** Documents against JSON Schemas, with the lines of what is wrong. */
@NullMarked
package io.safestep.core.schema;

import org.jspecify.annotations.NullMarked;
