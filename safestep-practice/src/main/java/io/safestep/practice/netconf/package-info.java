/** NETCONF servers of practice devices. */
package io.safestep.practice.netconf;
