/** Who is behind a request: a person in a session, or a program with a token. The front door is {@link SignedIn}. */
@NullMarked
package io.safestep.app.people.signed;

import org.jspecify.annotations.NullMarked;
