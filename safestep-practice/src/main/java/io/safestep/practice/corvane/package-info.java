/** The command line of Corvane devices. */
package io.safestep.practice.corvane;
