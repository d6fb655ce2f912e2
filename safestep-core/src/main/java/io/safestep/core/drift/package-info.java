/** What can happen to a finding. */
@NullMarked
package io.safestep.core.drift;

import org.jspecify.annotations.NullMarked;
