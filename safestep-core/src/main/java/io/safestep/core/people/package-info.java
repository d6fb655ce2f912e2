/**
 * What people may be and may do, what passwords have to be, and what nobody can do alone. The front doors are {@link
 * io.safestep.core.people.Role}, {@link io.safestep.core.people.PasswordRules} and {@link
 * io.safestep.core.people.PeopleGate}.
 */
@NullMarked
package io.safestep.core.people;

import org.jspecify.annotations.NullMarked;
