/** What is told about runs inside the transaction in which it happens. */
@NullMarked
package io.safestep.app.run.events;

import org.jspecify.annotations.NullMarked;
