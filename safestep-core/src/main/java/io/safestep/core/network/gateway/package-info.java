/** Gateway roles (VRRP, RFC 9568). */
@NullMarked
package io.safestep.core.network.gateway;

import org.jspecify.annotations.NullMarked;
