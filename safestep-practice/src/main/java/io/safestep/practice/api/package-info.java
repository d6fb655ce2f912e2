/** What tests and the page Practice ask of the practice network, over HTTP. */
@NullMarked
package io.safestep.practice.api;

import org.jspecify.annotations.NullMarked;
