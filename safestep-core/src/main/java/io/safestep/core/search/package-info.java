/** Lines of many configurations, found fast. */
@NullMarked
package io.safestep.core.search;

import org.jspecify.annotations.NullMarked;
