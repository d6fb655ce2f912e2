/** What a save takes along that is not of the change. */
package io.safestep.app.change.beside;
