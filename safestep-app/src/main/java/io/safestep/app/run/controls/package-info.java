/** What people may do to a run that goes on, or is stuck. */
package io.safestep.app.run.controls;
