/**
 * Accounts on devices, encrypted, and where each is used. The front door is {@link
 * io.safestep.app.credential.Credentials}.
 */
@NullMarked
package io.safestep.app.credential;

import org.jspecify.annotations.NullMarked;
