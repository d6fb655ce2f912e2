package io.safestep.core.platform.access;

/** What keeps up a session, or gives it up, by timers: what is broken shows only when one has run out. */
public enum TimedSession {
    /** Adjacencies, by the dead interval (RFC 2328, section 10.2, InactivityTimer). */
    OSPF,
    /** Peers, by the hold time (RFC 4271, section 6.5). */
    BGP,
    /** Roles, by the master-down interval (RFC 5798, section 6.1). */
    VRRP
}
