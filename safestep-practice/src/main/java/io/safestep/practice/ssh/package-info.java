/** SSH servers of practice devices. */
@NullMarked
package io.safestep.practice.ssh;

import org.jspecify.annotations.NullMarked;
