/** What a run does on one device, phase by phase. The front door is {@link io.safestep.app.run.phases.PhaseActions}. */
@NullMarked
package io.safestep.app.run.phases;

import org.jspecify.annotations.NullMarked;
