/** What a run does on one device, phase by phase. The front door is {@link io.safestep.app.run.phases.PhaseActions}. */
package io.safestep.app.run.phases;
