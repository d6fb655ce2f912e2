/** Networks written down in a file. */
package io.safestep.core.network.file;
