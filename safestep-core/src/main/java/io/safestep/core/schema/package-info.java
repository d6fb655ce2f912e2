/** Documents against JSON Schemas, with the lines of what is wrong. */
package io.safestep.core.schema;
