package io.safestep.drivers.netconf;

import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.netconf.MessageReader.NoMessageException;
import io.safestep.drivers.ssh.SshLogin.LoggedIn;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.apache.sshd.client.channel.ChannelSubsystem;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.w3c.dom.Element;
import org.xml.sax.SAXException;

/** Hellos, requests and replies (RFC 6241, sections 4 and 8.1; RFC 6242). */
final class RpcChannel implements AutoCloseable {

    private static final String BASE = "urn:ietf:params:netconf:base:";

    /** Some servers lose a request that comes in the same breath as the hello: the first one is asked again. */
    private static final int MOST_KNOCKS = 4;

    private static final Duration GOOD_BYE = Duration.ofSeconds(1);
    private static final Logger log = LoggerFactory.getLogger(RpcChannel.class);

    private static final Duration KNOCK = Duration.ofSeconds(2);

    private final LoggedIn login;
    private final String device;
    private final ChannelSubsystem channel;
    private final MessageReader reader;
    private final TimeLimits limits;
    private final Set<String> capabilities = new HashSet<>();
    /** What came while a reply was waited for. */
    private final Deque<Element> notifications = new ArrayDeque<>();

    private boolean chunked;

    /** Whether a request was answered. */
    private boolean answers;

    private int lastMessage;

    private RpcChannel(LoggedIn login, ChannelSubsystem channel, MessageReader reader, TimeLimits limits) {
        this.login = login;
        this.device = login.device();
        this.channel = channel;
        this.reader = reader;
        this.limits = limits;
    }

    /** Opens the subsystem and exchanges hellos. */
    static RpcChannel open(LoggedIn login, TimeLimits limits) throws DeviceException {
        try {
            ChannelSubsystem channel = login.session().createSubsystemChannel("netconf");
            MessageReader reader = new MessageReader();
            channel.setOut(reader);
            channel.setErr(OutputStream.nullOutputStream());
            channel.open().verify(limits.command());
            channel.addCloseFutureListener(closed -> reader.close());
            RpcChannel opened = new RpcChannel(login, channel, reader, limits);
            opened.exchangeHellos();
            return opened;
        } catch (IOException e) {
            throw new DeviceException(
                    Reason.NOT_POSSIBLE, login.device() + " does not offer NETCONF to this account over SSH.", e);
        }
    }

    private void exchangeHellos() throws DeviceException {
        send("<hello xmlns=\"" + Xml.NETCONF + "\"><capabilities><capability>" + BASE + "1.0</capability><capability>"
                + BASE + "1.1</capability></capabilities></hello>");
        Element hello = parse(next(limits.command(), Reason.PROMPT_NOT_RECOGNISED));
        Element offered = Xml.child(hello, "capabilities");
        if (!"hello".equals(hello.getLocalName()) || offered == null) {
            throw new DeviceException(Reason.PROMPT_NOT_RECOGNISED, device + " does not begin with a NETCONF hello.");
        }
        Xml.children(offered).forEach(c -> capabilities.add(c.getTextContent().strip()));
        chunked = capabilities.contains(BASE + "1.1");
        if (!chunked && !capabilities.contains(BASE + "1.0")) {
            throw new DeviceException(
                    Reason.NOT_POSSIBLE, device + " knows no version of NETCONF that Safe Step knows: 1.0 or 1.1.");
        }
        if (chunked) {
            reader.useChunks();
        }
    }

    /**
     * Waits until the server answers requests, with the cheapest question there is: an empty filter selects nothing
     * (RFC 6241, section 6.4.2). Not again when it has answered one.
     */
    void awaitAnswers() throws DeviceException {
        if (answers) {
            return;
        }
        insist("<get-config><source><running/></source><filter type=\"subtree\"/></get-config>");
    }

    /** Asks until it is answered; for what may be asked more than once, and is answered quickly. */
    private Element insist(String question) throws DeviceException {
        long deadline = System.nanoTime() + limits.command().toNanos();
        int first = lastMessage + 1;
        for (int i = 1; i <= MOST_KNOCKS; i++) {
            send(request(question));
            Duration left = Duration.ofNanos(Math.max(1, deadline - System.nanoTime()));
            // After the last knock, as long as for any other request: it may be slow and not deaf.
            Duration patience = i < MOST_KNOCKS && KNOCK.compareTo(left) < 0 ? KNOCK : left;
            try {
                Element reply = replyTo(first, patience, Reason.TIMED_OUT);
                answers = true;
                return reply;
            } catch (DeviceException e) {
                if (e.reason() != Reason.TIMED_OUT) {
                    throw e;
                }
            }
        }
        throw new DeviceException(Reason.TIMED_OUT, device + " says hello and then answers no request.");
    }

    /**
     * Like {@link #call}, for a short question that may be asked more than once: it may be the first request of the
     * session.
     */
    Element ask(String question) throws DeviceException {
        return answers ? call(question) : withoutError(insist(question));
    }

    /** A parameter of a capability, such as {@code basic-mode} (RFC 6243, section 4.3); empty when it is not there. */
    String parameter(String capability, String name) {
        return capabilities.stream()
                .filter(c -> c.startsWith("urn:ietf:params:netconf:" + capability + "?"))
                .flatMap(c -> Stream.of(c.substring(c.indexOf('?') + 1).split("[&;]")))
                .filter(p -> p.startsWith(name + "="))
                .map(p -> p.substring(name.length() + 1))
                .findFirst()
                .orElse("");
    }

    /** Whether the server offers a capability, by the part of its name behind {@code urn:ietf:params:netconf:}. */
    boolean offers(String capability) {
        return capabilities.stream()
                .anyMatch(c -> c.equals("urn:ietf:params:netconf:" + capability)
                        || c.startsWith("urn:ietf:params:netconf:" + capability + "?"));
    }

    /**
     * Sends one request and waits for its reply.
     *
     * @param operation the content of the rpc element
     * @return the rpc-reply element
     * @throws RpcErrorException when the reply is an error
     */
    Element call(String operation) throws DeviceException {
        send(request(operation));
        Element reply;
        try {
            reply = replyTo(lastMessage, limits.command(), Reason.TIMED_OUT);
            answers = true;
        } catch (DeviceException e) {
            // What a silent server did is not known. Ending the session releases locks and takes back what is on trial.
            close();
            throw e;
        }
        return withoutError(reply);
    }

    private Element withoutError(Element reply) throws RpcErrorException {
        List<RpcError> errors = RpcError.in(reply);
        if (!errors.isEmpty()) {
            throw new RpcErrorException(device, errors);
        }
        return reply;
    }

    private String request(String operation) {
        return "<rpc xmlns=\"" + Xml.NETCONF + "\" message-id=\"" + ++lastMessage + "\">" + operation + "</rpc>";
    }

    /**
     * The reply to the last request, or to one before it with at least that number, which asked the same. Late replies to
     * earlier requests and notifications are passed over.
     */
    private Element replyTo(int first, Duration limit, Reason late) throws DeviceException {
        long deadline = System.nanoTime() + limit.toNanos();
        while (true) {
            Element message = parse(next(Duration.ofNanos(Math.max(1, deadline - System.nanoTime())), late));
            if ("rpc-reply".equals(message.getLocalName())) {
                String id = message.getAttribute("message-id");
                // An rpc that could not be read is answered without its number (RFC 6241, section 4.3).
                if (id.isEmpty() || isBetween(id, first)) {
                    return message;
                }
            } else if ("notification".equals(message.getLocalName())) {
                notifications.add(message);
            }
        }
    }

    private boolean isBetween(String id, int first) {
        return id.matches("\\d{1,9}") && Integer.parseInt(id) >= first && Integer.parseInt(id) <= lastMessage;
    }

    /** @return whether a notification with that event came within the limit; all else that comes is passed over */
    boolean awaitNotification(String event, Duration limit) throws DeviceException {
        long deadline = System.nanoTime() + limit.toNanos();
        try {
            while (true) {
                Element message = notifications.isEmpty() ? null : notifications.poll();
                message = message != null
                        ? message
                        : parse(next(Duration.ofNanos(Math.max(1, deadline - System.nanoTime())), Reason.TIMED_OUT));
                if ("notification".equals(message.getLocalName()) && Xml.child(message, event) != null) {
                    return true;
                }
            }
        } catch (DeviceException e) {
            if (e.reason() == Reason.TIMED_OUT) {
                return false;
            }
            throw e;
        }
    }

    private String next(Duration limit, Reason late) throws DeviceException {
        try {
            return reader.next(limit);
        } catch (NoMessageException e) {
            throw switch (e.outcome()) {
                case TIMED_OUT ->
                    new DeviceException(late, device + " did not answer within " + limit.toSeconds() + " seconds.");
                case CLOSED -> login.lost(e);
                case TOO_LONG -> new DeviceException(Reason.TRANSFER_FAILED, device + " sends without an end.");
                case MALFORMED ->
                    new DeviceException(
                            Reason.TRANSFER_FAILED, device + " sends messages that are not framed as RFC 6242 says.");
            };
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new DeviceException(Reason.SESSION_LOST, "Waiting for " + device + " was broken off.", e);
        }
    }

    private Element parse(String message) throws DeviceException {
        try {
            return Xml.parse(message);
        } catch (SAXException e) {
            throw new DeviceException(
                    Reason.TRANSFER_FAILED, device + " sent a message that is no XML: " + e.getMessage(), e);
        }
    }

    private void send(String message) throws DeviceException {
        byte[] octets = message.getBytes(StandardCharsets.UTF_8);
        try {
            OutputStream out = channel.getInvertedIn();
            if (chunked) {
                out.write(("\n#" + octets.length + "\n").getBytes(StandardCharsets.US_ASCII));
                out.write(octets);
                out.write("\n##\n".getBytes(StandardCharsets.US_ASCII));
            } else {
                out.write(octets);
                out.write("]]>]]>".getBytes(StandardCharsets.US_ASCII));
            }
            out.flush();
        } catch (IOException e) {
            throw login.lost(e);
        }
    }

    boolean isOpen() {
        return channel.isOpen();
    }

    /** Says good-bye (RFC 6241, section 7.8), and does not wait long for the answer. */
    void closeSession() {
        if (!channel.isOpen() || !answers) {
            return;
        }
        try {
            send(request("<close-session/>"));
            replyTo(lastMessage, GOOD_BYE, Reason.TIMED_OUT);
        } catch (DeviceException e) {
            log.debug("{} does not answer to a good-bye: {}", device, e.getMessage());
        }
    }

    @Override
    public void close() {
        channel.close(true);
    }
}
