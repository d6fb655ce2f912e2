/** NETCONF servers of practice devices. */
@NullMarked
package io.safestep.practice.netconf;

import org.jspecify.annotations.NullMarked;
