/** Links with which somebody comes in, and the mail that brings one. */
@NullMarked
package io.safestep.app.people.links;

import org.jspecify.annotations.NullMarked;
