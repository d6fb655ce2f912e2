/** The library of templates and their versions. The front door is {@link io.safestep.app.template.Templates}. */
@NullMarked
package io.safestep.app.template;

import org.jspecify.annotations.NullMarked;
