/** The list of all devices, sheets of them, and actions on many. */
package io.safestep.app.inventory;
