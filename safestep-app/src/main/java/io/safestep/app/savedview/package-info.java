/** A person's own views of a list. */
package io.safestep.app.savedview;
