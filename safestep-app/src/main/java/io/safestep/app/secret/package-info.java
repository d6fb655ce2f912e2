/** What must not be readable in the database: encrypted with a key that is not in it. */
package io.safestep.app.secret;
