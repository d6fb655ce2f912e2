/** The application: REST API, persistence, jobs and server-sent events, in slices by feature. */
@NullMarked
package io.safestep.app;

import org.jspecify.annotations.NullMarked;
