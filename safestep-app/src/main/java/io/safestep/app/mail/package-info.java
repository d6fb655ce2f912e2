/** How mail leaves the house. */
@NullMarked
package io.safestep.app.mail;

import org.jspecify.annotations.NullMarked;
