/** In what devices write, texts for patterns that somebody wrote in a profile, and what is wrong with a profile. */
@NullMarked
package io.safestep.core.platform.text;

import org.jspecify.annotations.NullMarked;
