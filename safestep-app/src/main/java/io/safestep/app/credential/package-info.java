/**
 * Accounts on devices, encrypted, and where each is used. The front door is {@link
 * io.safestep.app.credential.Credentials}.
 */
package io.safestep.app.credential;
