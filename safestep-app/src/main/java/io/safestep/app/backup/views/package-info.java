/** What people see of versions and of what differs between them. */
@NullMarked
package io.safestep.app.backup.views;

import org.jspecify.annotations.NullMarked;
