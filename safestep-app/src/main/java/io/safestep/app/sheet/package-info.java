/** Tables from files: CSV and spreadsheets, read and written. */
@NullMarked
package io.safestep.app.sheet;

import org.jspecify.annotations.NullMarked;
