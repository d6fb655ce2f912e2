/** The practice network that is connected, where one is. */
package io.safestep.app.practice;
