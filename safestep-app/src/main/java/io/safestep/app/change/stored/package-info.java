/** Changes as they are stored, and many of them at once without their texts. */
package io.safestep.app.change.stored;
