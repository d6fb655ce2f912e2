/** The engine, the model and profiles on the command line, without server and database. */
package io.safestep.cli;
