/** What is said once for the whole installation. */
package io.safestep.app.settings;
