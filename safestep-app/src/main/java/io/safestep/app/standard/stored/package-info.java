/** What is stored of standard changes. */
@NullMarked
package io.safestep.app.standard.stored;

import org.jspecify.annotations.NullMarked;
