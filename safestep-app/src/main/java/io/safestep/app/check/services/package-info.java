/** Services of the network, whose checks come with every change near them. */
package io.safestep.app.check.services;
