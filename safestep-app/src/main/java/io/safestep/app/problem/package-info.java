/** What the API says when something can't be done (RFC 9457). */
@NullMarked
package io.safestep.app.problem;

import org.jspecify.annotations.NullMarked;
