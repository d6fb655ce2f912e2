/** An identity provider (OpenID Connect Core 1.0) for those who work at the practice network. The front door is {@link IdentityProvider}. */
@NullMarked
package io.safestep.practice.identity;

import org.jspecify.annotations.NullMarked;
