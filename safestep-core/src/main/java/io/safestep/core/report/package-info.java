/**
 * Figures over a stretch of time: what became of changes, how long they waited, how long runs took. The front door is {@link
 * io.safestep.core.report.ChangeReport}.
 */
@NullMarked
package io.safestep.core.report;

import org.jspecify.annotations.NullMarked;
