/** RESTCONF servers of practice devices. */
package io.safestep.practice.restconf;
