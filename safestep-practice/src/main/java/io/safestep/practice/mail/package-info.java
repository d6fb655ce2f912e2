/** A mail server that keeps what it gets. */
package io.safestep.practice.mail;
