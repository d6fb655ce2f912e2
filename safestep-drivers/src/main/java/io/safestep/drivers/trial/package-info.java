/** Proves in named stages that one can get in and work there. */
package io.safestep.drivers.trial;
