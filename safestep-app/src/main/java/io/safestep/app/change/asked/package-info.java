/** What an author says a device shall hold. */
@NullMarked
package io.safestep.app.change.asked;

import org.jspecify.annotations.NullMarked;
