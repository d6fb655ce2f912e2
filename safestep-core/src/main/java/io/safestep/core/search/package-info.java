/** Lines of many configurations, found fast. */
package io.safestep.core.search;
