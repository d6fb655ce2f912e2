package io.safestep.drivers.discovery;

import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ConnectException;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.NoRouteToHostException;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.UnknownHostException;
import java.time.Duration;

/** Whether something listens at an address and port: found out without saying anything. */
public final class Listener {

    private Listener() {}

    /** @throws DeviceException with reason NAME_NOT_FOUND */
    public static InetAddress resolve(String host) throws DeviceException {
        try {
            return InetAddress.getByName(host);
        } catch (UnknownHostException e) {
            throw new DeviceException(Reason.NAME_NOT_FOUND, "No address is known for the name " + host + ".", e);
        }
    }

    /**
     * The local address from which packets to an address are sent. Nothing is sent.
     *
     * @throws DeviceException with reason NO_ROUTE
     */
    public static InetAddress sourceFor(InetAddress address, int port) throws DeviceException {
        try (DatagramSocket socket = new DatagramSocket()) {
            socket.connect(new InetSocketAddress(address, port));
            return socket.getLocalAddress();
        } catch (IOException | UncheckedIOException e) {
            throw new DeviceException(
                    Reason.NO_ROUTE, "This machine has no route to " + address.getHostAddress() + ".", e);
        }
    }

    /**
     * Connects, says nothing, and closes again.
     *
     * @param limit how long to wait until the connection stands
     * @throws DeviceException with reason NO_ROUTE, CONNECTION_REFUSED or TIMED_OUT
     */
    public static void at(InetAddress address, int port, Duration limit) throws DeviceException {
        try (Socket socket = connected(address, port, limit)) {
            // That it stands is all that was asked.
            socket.shutdownOutput();
        } catch (IOException e) {
            throw new DeviceException(
                    Reason.SESSION_LOST,
                    address.getHostAddress() + " port " + port + " takes the connection and ends it at once.",
                    e);
        }
    }

    private static Socket connected(InetAddress address, int port, Duration limit) throws DeviceException {
        String where = address.getHostAddress() + " port " + port;
        Socket socket = new Socket();
        try {
            socket.connect(new InetSocketAddress(address, port), (int) limit.toMillis());
            return socket;
        } catch (NoRouteToHostException e) {
            throw new DeviceException(Reason.NO_ROUTE, "A router on the way knows no route to " + where + ".", e);
        } catch (SocketTimeoutException e) {
            throw new DeviceException(Reason.TIMED_OUT, "Nothing answers at " + where + ".", e);
        } catch (ConnectException e) {
            String said = String.valueOf(e.getMessage());
            throw said.contains("unreachable")
                    ? new DeviceException(Reason.NO_ROUTE, "There is no route to " + where + ".", e)
                    : new DeviceException(
                            Reason.CONNECTION_REFUSED, where + " refuses the connection: nothing listens there.", e);
        } catch (IOException e) {
            throw new DeviceException(Reason.NO_ROUTE, "No route leads to " + where + ": " + e.getMessage(), e);
        }
    }
}
