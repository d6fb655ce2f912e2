/** What every practice device has: configurations, faults, a clock, accounts. */
package io.safestep.practice.device;
