/** In what devices write, texts for patterns that somebody wrote in a profile, and what is wrong with a profile. */
package io.safestep.core.platform.text;
