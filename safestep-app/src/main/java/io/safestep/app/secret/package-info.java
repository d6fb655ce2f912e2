/** What must not be readable in the database: encrypted with a key that is not in it. */
@NullMarked
package io.safestep.app.secret;

import org.jspecify.annotations.NullMarked;
