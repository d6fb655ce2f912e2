/** Structured configurations of practice devices. */
package io.safestep.practice.structured;
