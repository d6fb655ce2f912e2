/** What configurations must keep, and who does not. */
package io.safestep.app.rule;
