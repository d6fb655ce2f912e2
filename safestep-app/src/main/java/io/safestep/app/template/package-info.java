/** The library of templates and their versions. The front door is {@link io.safestep.app.template.Templates}. */
package io.safestep.app.template;
