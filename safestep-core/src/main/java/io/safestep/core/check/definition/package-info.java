/** What a check looks at and expects. */
@NullMarked
package io.safestep.core.check.definition;

import org.jspecify.annotations.NullMarked;
