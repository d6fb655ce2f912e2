/** What people see of a change. */
@NullMarked
package io.safestep.app.change.views;

import org.jspecify.annotations.NullMarked;
