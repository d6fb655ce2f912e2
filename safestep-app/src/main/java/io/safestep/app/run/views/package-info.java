/** What people see of runs, and the stream of what happens in them. */
@NullMarked
package io.safestep.app.run.views;

import org.jspecify.annotations.NullMarked;
