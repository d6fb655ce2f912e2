/** What an engineer writes: lines, or a whole configuration. */
package io.safestep.core.config.written;
