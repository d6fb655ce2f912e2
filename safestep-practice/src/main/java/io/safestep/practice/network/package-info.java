/** Practice devices that live together by the network model. */
package io.safestep.practice.network;
