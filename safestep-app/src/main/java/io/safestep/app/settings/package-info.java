/** What is said once for the whole installation. */
@NullMarked
package io.safestep.app.settings;

import org.jspecify.annotations.NullMarked;
