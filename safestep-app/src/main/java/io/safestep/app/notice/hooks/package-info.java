/** Programs of teams that are told what the people of the team are told, with a signature that proves who says it. */
@NullMarked
package io.safestep.app.notice.hooks;

import org.jspecify.annotations.NullMarked;
