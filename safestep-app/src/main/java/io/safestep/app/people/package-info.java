/** Who may log in, and what each may do. The front door is {@link io.safestep.app.people.People}. */
@NullMarked
package io.safestep.app.people;

import org.jspecify.annotations.NullMarked;
