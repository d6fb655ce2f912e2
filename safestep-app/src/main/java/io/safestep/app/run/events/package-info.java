/** What is told about runs inside the transaction in which it happens. */
package io.safestep.app.run.events;
