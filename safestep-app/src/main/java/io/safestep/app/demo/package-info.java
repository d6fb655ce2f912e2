/** The data of the demo, made by really doing it. */
@NullMarked
package io.safestep.app.demo;

import org.jspecify.annotations.NullMarked;
