/** What the families of platforms have in common: how a session of one of them is opened. */
package io.safestep.drivers.family;
