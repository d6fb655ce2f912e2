/** To which server mail is given, and what has to hold of it. */
@NullMarked
package io.safestep.core.mail;

import org.jspecify.annotations.NullMarked;
