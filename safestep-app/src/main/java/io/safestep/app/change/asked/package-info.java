/** What an author says a device shall hold. */
package io.safestep.app.change.asked;
