/** What changes wait for, and for whom: gathered here, decided by the core. */
package io.safestep.app.next;
