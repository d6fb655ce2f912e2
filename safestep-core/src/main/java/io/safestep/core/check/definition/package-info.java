/** What a check looks at and expects. */
package io.safestep.core.check.definition;
