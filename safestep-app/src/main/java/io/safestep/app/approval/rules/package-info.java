/** Approval rules, the teams that sites belong to, and how much counts for the risk, as they are stored and changed. */
@NullMarked
package io.safestep.app.approval.rules;

import org.jspecify.annotations.NullMarked;
