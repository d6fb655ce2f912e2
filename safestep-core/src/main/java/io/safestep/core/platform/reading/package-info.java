/** What answers of a device tell: who it is, its neighbours, its log, its clock. */
@NullMarked
package io.safestep.core.platform.reading;

import org.jspecify.annotations.NullMarked;
