/** What answers of a device tell: who it is, its neighbours, its log, its clock. */
package io.safestep.core.platform.reading;
