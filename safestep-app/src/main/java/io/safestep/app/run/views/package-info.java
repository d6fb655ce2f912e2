/** What people see of runs, and the stream of what happens in them. */
package io.safestep.app.run.views;
