/** Tables from files: CSV and spreadsheets, read and written. */
package io.safestep.app.sheet;
