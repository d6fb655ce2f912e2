/** SSH servers of practice devices. */
package io.safestep.practice.ssh;
