/** For which devices somebody's rights hold. The front door is {@link io.safestep.app.scope.Scopes}. */
@NullMarked
package io.safestep.app.scope;

import org.jspecify.annotations.NullMarked;
