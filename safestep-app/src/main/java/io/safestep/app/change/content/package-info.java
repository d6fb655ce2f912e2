/**
 * What follows from what an author wrote: scripts, waves, checks, the seal, and what has to be true before others look
 * at it. Derived once and handed on ({@link io.safestep.app.change.content.DerivedTargets}).
 */
@NullMarked
package io.safestep.app.change.content;

import org.jspecify.annotations.NullMarked;
