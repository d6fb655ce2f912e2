/** Logging in by an identity provider: which are believed, who comes by them, and what they are then. The front door is {@link SignOns}. */
@NullMarked
package io.safestep.app.people.signon;

import org.jspecify.annotations.NullMarked;
