/** Serves the built web app, and says how answers are described. */
@NullMarked
package io.safestep.app.web;

import org.jspecify.annotations.NullMarked;
