/** Log messages that practice devices send. */
package io.safestep.practice.log;
