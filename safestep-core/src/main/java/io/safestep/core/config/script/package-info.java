/** Scripts: derived from what differs, put into an order that works, applied to a tree. */
package io.safestep.core.config.script;
