/** What changes wait for, and for whom: gathered here, decided by the core. */
@NullMarked
package io.safestep.app.next;

import org.jspecify.annotations.NullMarked;
