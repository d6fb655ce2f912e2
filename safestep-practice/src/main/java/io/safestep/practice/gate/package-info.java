/** Lets connections to practice devices through, or not. */
package io.safestep.practice.gate;
