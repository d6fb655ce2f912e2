/** Routes and tables of them. */
@NullMarked
package io.safestep.core.network.route;

import org.jspecify.annotations.NullMarked;
