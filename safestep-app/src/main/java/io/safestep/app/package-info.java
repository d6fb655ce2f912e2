/** The application: REST API, persistence, jobs and server-sent events, in slices by feature. */
package io.safestep.app;
