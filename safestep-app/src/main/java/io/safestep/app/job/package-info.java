/**
 * Persistent jobs in two queues: those of runs, and those that may take long. The front door is {@link
 * io.safestep.app.job.Jobs}.
 */
@NullMarked
package io.safestep.app.job;

import org.jspecify.annotations.NullMarked;
