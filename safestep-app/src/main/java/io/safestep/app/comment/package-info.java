/** Comments on lines of a difference. */
package io.safestep.app.comment;
