/** What people are told, at once or together, on the page and by mail. */
package io.safestep.app.notice;
