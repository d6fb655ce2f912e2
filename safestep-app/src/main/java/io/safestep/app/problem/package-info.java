/** What the API says when something can't be done (RFC 9457). */
package io.safestep.app.problem;
