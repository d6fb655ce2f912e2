/** The shapes of lines. */
package io.safestep.core.platform.form;
