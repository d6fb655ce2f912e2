/** One box for devices, changes and lines. */
package io.safestep.app.search;
