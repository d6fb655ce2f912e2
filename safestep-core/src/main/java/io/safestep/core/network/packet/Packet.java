package io.safestep.core.network.packet;

import io.safestep.core.address.IpAddress;

/**
 * What filters look at in a packet.
 *
 * @param protocol number in the IANA registry of IP protocols
 * @param fromPort 0 where the protocol has no ports
 * @param toPort 0 where the protocol has no ports
 */
public record Packet(IpAddress from, IpAddress to, int protocol, int fromPort, int toPort) {

    public static final int ICMP = 1;
    public static final int TCP = 6;
    public static final int UDP = 17;
    public static final int OSPF = 89;
    public static final int VRRP = 112;

    /** A port as a client takes it for itself (RFC 6335, section 6). */
    private static final int ANY_PORT = 50_000;

    /** An echo request (RFC 792), as sent by ping. */
    public static Packet ping(IpAddress from, IpAddress to) {
        return new Packet(from, to, ICMP, 0, 0);
    }

    /**
     * A first packet that wants an answer.
     *
     * @param port the TCP port that is asked; 0 for an echo request
     */
    public static Packet asking(IpAddress from, IpAddress to, int port) {
        return port == 0 ? ping(from, to) : new Packet(from, to, TCP, ANY_PORT, port);
    }

    /** The answer to this packet: ends exchanged. */
    public Packet answer() {
        return new Packet(to, from, protocol, toPort, fromPort);
    }
}
