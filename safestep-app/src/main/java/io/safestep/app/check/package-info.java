/** Checks over HTTP; what they are made of is in the rooms. */
package io.safestep.app.check;
