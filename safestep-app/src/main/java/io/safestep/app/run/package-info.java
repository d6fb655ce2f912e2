/** Starting runs, and what people may do to them over HTTP. The front door is {@link io.safestep.app.run.Runs}. */
@NullMarked
package io.safestep.app.run;

import org.jspecify.annotations.NullMarked;
