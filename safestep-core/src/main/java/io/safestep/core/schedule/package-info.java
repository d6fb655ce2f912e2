/** Windows, freezes, and what fits between them, each in its own zone. */
package io.safestep.core.schedule;
