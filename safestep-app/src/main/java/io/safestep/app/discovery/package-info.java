/** Searches over ranges and along links, and adding what was found. The front door is {@code Searches}. */
@NullMarked
package io.safestep.app.discovery;

import org.jspecify.annotations.NullMarked;
