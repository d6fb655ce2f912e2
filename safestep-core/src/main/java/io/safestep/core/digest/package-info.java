/** SHA-256, for everybody. */
package io.safestep.core.digest;
