/** What changes need before they may run, kept with each as it was when it was submitted. */
@NullMarked
package io.safestep.app.approval.needs;

import org.jspecify.annotations.NullMarked;
