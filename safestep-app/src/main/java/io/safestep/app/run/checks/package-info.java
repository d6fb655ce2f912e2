/** What the checks of a run found, and what they ask people. */
package io.safestep.app.run.checks;
