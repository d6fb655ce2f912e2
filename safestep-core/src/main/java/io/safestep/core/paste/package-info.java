/** Lines out of a copied session or document. */
package io.safestep.core.paste;
