/** People, their teams and the links with which they come in, as they are stored. */
@NullMarked
package io.safestep.app.people.stored;

import org.jspecify.annotations.NullMarked;
