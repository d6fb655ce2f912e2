/** Keys of somebody's devices with which they come in (Web Authentication Level 3). The front door is {@link Passkeys}. */
@NullMarked
package io.safestep.app.people.passkey;

import org.jspecify.annotations.NullMarked;
