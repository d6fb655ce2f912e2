/** Templates, checked and filled with values. The front door is {@link io.safestep.core.template.TemplateEngine}. */
@NullMarked
package io.safestep.core.template;

import org.jspecify.annotations.NullMarked;
