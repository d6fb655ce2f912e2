/** Gateway roles (VRRP, RFC 9568). */
package io.safestep.core.network.gateway;
