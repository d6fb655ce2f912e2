/** A mail server that keeps what it gets. */
@NullMarked
package io.safestep.practice.mail;

import org.jspecify.annotations.NullMarked;
