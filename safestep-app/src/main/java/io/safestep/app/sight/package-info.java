/**
 * What somebody sees of the network and where they act, and how endpoints say what they need of it. The front door is
 * {@link io.safestep.app.sight.Sight}.
 */
@NullMarked
package io.safestep.app.sight;

import org.jspecify.annotations.NullMarked;
