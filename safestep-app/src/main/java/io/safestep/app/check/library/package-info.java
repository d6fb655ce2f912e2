/** The library of checks, and sets of them by what a change touches. */
package io.safestep.app.check.library;
