/** Figures beside a yardstick of the same run. */
package io.safestep.bench;
