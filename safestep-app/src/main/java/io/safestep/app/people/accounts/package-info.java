/** Who is added, changed and let go, and their tokens. The front door is {@link Accounts}. */
@NullMarked
package io.safestep.app.people.accounts;

import org.jspecify.annotations.NullMarked;
