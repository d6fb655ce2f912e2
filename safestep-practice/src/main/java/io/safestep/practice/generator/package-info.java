/** Networks made from a seed. */
package io.safestep.practice.generator;
