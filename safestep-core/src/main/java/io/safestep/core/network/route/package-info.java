/** Routes and tables of them. */
package io.safestep.core.network.route;
