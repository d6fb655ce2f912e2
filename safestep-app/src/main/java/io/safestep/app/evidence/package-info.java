/** The whole record of a change as one file for people outside. */
package io.safestep.app.evidence;
