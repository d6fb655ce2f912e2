/** How often somebody may try to log in, and how sessions are kept. */
@NullMarked
package io.safestep.app.people.login;

import org.jspecify.annotations.NullMarked;
