/** What is said once for the whole installation, by people or in files, and whether it works. */
@NullMarked
package io.safestep.app.setup;

import org.jspecify.annotations.NullMarked;
