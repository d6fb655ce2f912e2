/** What can happen to a finding. */
package io.safestep.core.drift;
