/** Log messages and notifications of devices, as a hint to look. */
package io.safestep.app.hearing;
