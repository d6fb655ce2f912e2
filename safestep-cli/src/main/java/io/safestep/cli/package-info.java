/** The engine, the model and profiles on the command line, without server and database. */
@NullMarked
package io.safestep.cli;

import org.jspecify.annotations.NullMarked;
