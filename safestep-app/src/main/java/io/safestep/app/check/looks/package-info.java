/** Looking at devices with checks, and what is wrong with a check. */
package io.safestep.app.check.looks;
