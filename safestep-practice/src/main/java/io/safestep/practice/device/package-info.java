/** What every practice device has: configurations, faults, a clock, accounts. */
@NullMarked
package io.safestep.practice.device;

import org.jspecify.annotations.NullMarked;
