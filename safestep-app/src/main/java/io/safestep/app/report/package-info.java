/** Reports over a stretch of time, from what is on record. The front door is {@link io.safestep.app.report.Reports}. */
@NullMarked
package io.safestep.app.report;

import org.jspecify.annotations.NullMarked;
