/** What people see of versions and of what differs between them. */
package io.safestep.app.backup.views;
