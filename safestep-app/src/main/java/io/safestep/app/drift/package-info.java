/** What was changed outside: findings, decisions about them, unsaved devices. */
@NullMarked
package io.safestep.app.drift;

import org.jspecify.annotations.NullMarked;
