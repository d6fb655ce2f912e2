/** What matters to a person at this moment, on one page. */
package io.safestep.app.now;
