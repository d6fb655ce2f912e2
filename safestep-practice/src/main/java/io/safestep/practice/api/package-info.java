/** What tests and the page Practice ask of the practice network, over HTTP. */
package io.safestep.practice.api;
