/**
 * What is stored of runs. What a driving process does, it writes in {@link io.safestep.app.run.journal.RunJournal}
 * before it acts.
 */
@NullMarked
package io.safestep.app.run.journal;

import org.jspecify.annotations.NullMarked;
