/** Practice devices that live together by the network model. */
@NullMarked
package io.safestep.practice.network;

import org.jspecify.annotations.NullMarked;
