/** What people are told, at once or together, on the page and by mail. */
@NullMarked
package io.safestep.app.notice;

import org.jspecify.annotations.NullMarked;
