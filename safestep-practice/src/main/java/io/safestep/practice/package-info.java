/** The practice network as a process of its own. */
package io.safestep.practice;
