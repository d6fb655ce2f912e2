/**
 * Persistent jobs in two queues: those of runs, and those that may take long. The front door is {@link
 * io.safestep.app.job.Jobs}.
 */
package io.safestep.app.job;
