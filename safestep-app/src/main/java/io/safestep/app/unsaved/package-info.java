/** What people have typed and not saved: it comes back, whatever became of the page in which it stood. */
@NullMarked
package io.safestep.app.unsaved;

import org.jspecify.annotations.NullMarked;
