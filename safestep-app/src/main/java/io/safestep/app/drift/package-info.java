/** What was changed outside: findings, decisions about them, unsaved devices. */
package io.safestep.app.drift;
