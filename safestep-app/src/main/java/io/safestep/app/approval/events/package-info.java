/** What becomes of approvals, told to whoever has to know of it. */
@NullMarked
package io.safestep.app.approval.events;

import org.jspecify.annotations.NullMarked;
