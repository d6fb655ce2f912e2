/** RESTCONF servers of practice devices. */
@NullMarked
package io.safestep.practice.restconf;

import org.jspecify.annotations.NullMarked;
