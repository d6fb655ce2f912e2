/** Searches over ranges and along links, and adding what was found. The front door is {@code Searches}. */
package io.safestep.app.discovery;
