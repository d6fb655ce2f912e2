/** What matters to a person at this moment, on one page. */
@NullMarked
package io.safestep.app.now;

import org.jspecify.annotations.NullMarked;
