/** The data of the demo, made by really doing it. */
package io.safestep.app.demo;
