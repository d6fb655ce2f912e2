/** Services of the network, whose checks come with every change near them. */
@NullMarked
package io.safestep.app.check.services;

import org.jspecify.annotations.NullMarked;
