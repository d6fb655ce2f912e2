/** A person's own password, second factor, sessions and leaves. The front doors are {@link Passwords} and {@link Leaves}. */
@NullMarked
package io.safestep.app.people.own;

import org.jspecify.annotations.NullMarked;
