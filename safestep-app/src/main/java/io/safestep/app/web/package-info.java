/** Serves the built web app, and says how answers are described. */
package io.safestep.app.web;
