/** What people see of a change. */
package io.safestep.app.change.views;
