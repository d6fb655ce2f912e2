/** Templates, checked and filled with values. The front door is {@link io.safestep.core.template.TemplateEngine}. */
package io.safestep.core.template;
