/** Tokens with which programs come in. The front door is {@link io.safestep.app.people.tokens.Tokens}. */
@NullMarked
package io.safestep.app.people.tokens;

import org.jspecify.annotations.NullMarked;
