/** Lines out of a copied session or document. */
@NullMarked
package io.safestep.core.paste;

import org.jspecify.annotations.NullMarked;
