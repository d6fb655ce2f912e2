/** What configurations must keep, and who does not. */
@NullMarked
package io.safestep.app.rule;

import org.jspecify.annotations.NullMarked;
