/**
 * The record as a chain: what an entry comes to, how entries hang together, how they are written to a file, and how it is
 * proven that none was altered, added or left out. The front doors are {@link io.safestep.core.record.ChainProof} for entries
 * and {@link io.safestep.core.record.ExportProof} for files.
 */
@NullMarked
package io.safestep.core.record;

import org.jspecify.annotations.NullMarked;
