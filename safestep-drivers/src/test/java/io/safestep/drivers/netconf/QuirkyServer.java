package io.safestep.drivers.netconf;

import io.safestep.drivers.testing.StreamCommand;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.apache.sshd.server.subsystem.SubsystemFactory;

/**
 * A NETCONF server on loopback with one leaf to change and the habits that servers have. Its configuration is the contact
 * of the system; an edit sets it.
 */
final class QuirkyServer implements AutoCloseable {

    enum Quirk {
        /** Knows only the framing of RFC 4742. */
        VERSION_1_0_ONLY,
        /** The first request is not answered. */
        LOSES_FIRST_REQUEST,
        /** Says ok to a commit and changes nothing. */
        COMMIT_WITHOUT_EFFECT,
        /** Says ok to a commit of what was validated, and changes nothing; as Debian's netconfd does. */
        VALIDATED_COMMIT_WITHOUT_EFFECT,
        /** Somebody else edits the candidate behind each edit, in spite of the lock. */
        FOREIGN_EDITS,
        /** Does not cancel a commit while running is locked. */
        NO_CANCEL_WHILE_LOCKED,
        /** Thinks over its first two answers. */
        SLOW,
        /** Refuses an edit for two reasons at once. */
        REFUSES_EDIT_TWICE,
        /** Refuses locks while a commit waits to be confirmed. */
        NO_LOCK_WHILE_UNCONFIRMED,
        /** Writes startup with the confirming commit. */
        SAVES_WITH_COMMIT,
        /** Says ok to copy-config and writes nothing. */
        COPY_WITHOUT_EFFECT,
        /** Refuses to confirm. */
        REFUSES_CONFIRMATION,
        /** Can't cancel a commit, and goes back only when it was left in peace for a while. */
        REVERTS_ONLY_IN_PEACE,
        /** Drops the session at the edit. */
        DROPS_AT_EDIT,
        REFUSES_EDIT,
        /** Sends an answer in chunks of one octet. */
        TINY_CHUNKS,
        ENDLESS_ANSWER
    }

    private static final Duration PEACE = Duration.ofMillis(1_300);
    private static final Pattern CONTACT = Pattern.compile("<contact>([^<]*)</contact>");
    private static final Pattern MESSAGE_ID = Pattern.compile("message-id=\"(\\d+)\"");
    private static final Pattern OPERATION = Pattern.compile("<rpc[^>]*>\\s*<([a-z-]+)");

    private final SshServer server;
    private final Set<Quirk> quirks;
    final List<String> operations = Collections.synchronizedList(new ArrayList<>());

    private String running = "pier";
    private String startup = "pier";
    private String candidate;
    private String before;
    private long lastRead = System.nanoTime();
    private int locks;
    private boolean lost;
    private boolean validated;
    private int thoughtOver;

    QuirkyServer(Path hostKey, Quirk... habits) throws IOException {
        quirks = habits.length == 0 ? EnumSet.noneOf(Quirk.class) : EnumSet.copyOf(List.of(habits));
        server = StreamCommand.server(hostKey, "EC", 256);
        server.setSubsystemFactories(List.of(new SubsystemFactory() {
            @Override
            public String getName() {
                return "netconf";
            }

            @Override
            public Command createSubsystem(ChannelSession channel) {
                return new StreamCommand((c, in, out) -> new Session(c, in, out).serve());
            }
        }));
        server.start();
    }

    int port() {
        return server.getPort();
    }

    synchronized String running() {
        return running;
    }

    synchronized String startup() {
        return startup;
    }

    synchronized int locks() {
        return locks;
    }

    /** A commit that somebody else has not confirmed yet. */
    synchronized void leaveUnconfirmed() {
        before = running;
    }

    private boolean has(Quirk quirk) {
        return quirks.contains(quirk);
    }

    @Override
    public void close() throws IOException {
        server.stop(true);
    }

    private static final String OK = "<ok/>";

    private static String error(String tag, String message, String more) {
        return "<rpc-error><error-type>application</error-type><error-tag>" + tag
                + "</error-tag><error-severity>error</error-severity>" + more + "<error-message>" + message
                + "</error-message></rpc-error>";
    }

    private synchronized String answer(String operation, String rpc) {
        operations.add(operation);
        return switch (operation) {
            case "get-config" -> {
                if (before != null
                        && has(Quirk.REVERTS_ONLY_IN_PEACE)
                        && System.nanoTime() - lastRead > PEACE.toNanos()) {
                    running = before;
                    before = null;
                }
                lastRead = System.nanoTime();
                String contact = rpc.contains("<startup/>")
                        ? startup
                        : rpc.contains("<candidate/>") && candidate != null ? candidate : running;
                yield rpc.contains("<filter")
                        ? "<data/>"
                        : "<data><system xmlns=\"urn:haldrin:system\"><contact>" + contact
                                + "</contact></system></data>";
            }
            case "lock" -> {
                if (before != null && has(Quirk.NO_LOCK_WHILE_UNCONFIRMED)) {
                    yield error(
                            "lock-denied",
                            "A commit waits to be confirmed.",
                            "<error-info><session-id>17</session-id></error-info>");
                }
                locks++;
                yield OK;
            }
            case "unlock" -> {
                locks--;
                yield OK;
            }
            case "edit-config" -> {
                if (has(Quirk.REFUSES_EDIT)) {
                    yield error(
                            "invalid-value",
                            "Nobody of that name is on duty.",
                            "<error-path>/system/contact</error-path>"
                                    + "<error-info><bad-element>contact</bad-element></error-info>");
                }
                if (has(Quirk.REFUSES_EDIT_TWICE)) {
                    yield error("invalid-value", "Nobody of that name is on duty.", "")
                            + error("data-missing", "The watch has no master.", "");
                }
                Matcher matcher = CONTACT.matcher(rpc);
                candidate = matcher.find() ? matcher.group(1) : candidate;
                candidate = has(Quirk.FOREIGN_EDITS) ? "stowaway" : candidate;
                validated = false;
                yield OK;
            }
            case "commit" -> commit(rpc.contains("<confirmed"));
            case "discard-changes" -> {
                candidate = null;
                yield OK;
            }
            case "copy-config" -> {
                startup = has(Quirk.COPY_WITHOUT_EFFECT) ? startup : running;
                yield OK;
            }
            case "validate" -> {
                validated = true;
                yield OK;
            }
            case "close-session" -> OK;
            case "cancel-commit" -> {
                if (has(Quirk.NO_CANCEL_WHILE_LOCKED) && locks > 0) {
                    yield error("in-use", "Running is locked.", "");
                }
                running = before == null ? running : before;
                before = null;
                yield OK;
            }
            default -> error("operation-not-supported", "Not known.", "");
        };
    }

    private String commit(boolean onTrial) {
        if (!onTrial && candidate == null) {
            if (has(Quirk.REFUSES_CONFIRMATION)
                    || has(Quirk.NO_CANCEL_WHILE_LOCKED)
                    || has(Quirk.REVERTS_ONLY_IN_PEACE)) {
                return error("operation-failed", "It can't be confirmed now.", "");
            }
            before = null;
            startup = has(Quirk.SAVES_WITH_COMMIT) ? running : startup;
            return OK;
        }
        if (has(Quirk.VALIDATED_COMMIT_WITHOUT_EFFECT) && validated) {
            candidate = null;
            return OK;
        }
        before = onTrial ? running : null;
        running = has(Quirk.COMMIT_WITHOUT_EFFECT) ? running : candidate;
        candidate = null;
        return OK;
    }

    private final class Session {
        private final ChannelSession channel;
        private final InputStream in;
        private final OutputStream out;
        private boolean chunked;

        Session(ChannelSession channel, InputStream in, OutputStream out) {
            this.channel = channel;
            this.in = in;
            this.out = out;
        }

        private void serve() throws IOException {
            StringBuilder hello = new StringBuilder("<hello xmlns=\"" + Xml.NETCONF + "\"><capabilities>");
            List<String> capabilities = new ArrayList<>(List.of("base:1.0", "capability:candidate:1.0"));
            capabilities.add("capability:startup:1.0");
            capabilities.add("capability:validate:1.1");
            capabilities.add("capability:confirmed-commit:" + (has(Quirk.REVERTS_ONLY_IN_PEACE) ? "1.0" : "1.1"));
            if (!has(Quirk.VERSION_1_0_ONLY)) {
                capabilities.add("base:1.1");
            }
            capabilities.forEach(c -> hello.append("<capability>urn:ietf:params:netconf:")
                    .append(c)
                    .append("</capability>"));
            send(hello + "</capabilities><session-id>4</session-id></hello>");
            String theirs = read();
            chunked = !has(Quirk.VERSION_1_0_ONLY) && theirs != null && theirs.contains("base:1.1");
            for (String rpc = read(); rpc != null; rpc = read()) {
                if (has(Quirk.LOSES_FIRST_REQUEST) && !lost) {
                    lost = true;
                    continue;
                }
                Matcher operation = OPERATION.matcher(rpc);
                Matcher id = MESSAGE_ID.matcher(rpc);
                if (!operation.find() || !id.find()) {
                    throw new IOException("no rpc: " + rpc);
                }
                if (has(Quirk.DROPS_AT_EDIT) && operation.group(1).equals("edit-config")) {
                    channel.getSession().close(true);
                    return;
                }
                if (has(Quirk.ENDLESS_ANSWER) && rpc.contains("<source><running/></source></get-config>")) {
                    flood();
                }
                thinkOver();
                send("<rpc-reply xmlns=\"" + Xml.NETCONF + "\" message-id=\"" + id.group(1) + "\">"
                        + answer(operation.group(1), rpc) + "</rpc-reply>");
            }
        }

        private void thinkOver() {
            if (has(Quirk.SLOW) && thoughtOver++ < 2) {
                LockSupport.parkNanos(Duration.ofMillis(2_600).toNanos());
            }
        }

        private void flood() throws IOException {
            byte[] chunk = ("\n#65536\n" + "x".repeat(65_536)).getBytes(StandardCharsets.US_ASCII);
            while (channel.isOpen()) {
                out.write(chunk);
            }
        }

        private void send(String message) throws IOException {
            byte[] octets = message.getBytes(StandardCharsets.UTF_8);
            if (!chunked) {
                out.write(octets);
                out.write("]]>]]>".getBytes(StandardCharsets.US_ASCII));
            } else if (has(Quirk.TINY_CHUNKS)) {
                for (byte b : octets) {
                    out.write(new byte[] {'\n', '#', '1', '\n', b});
                }
                out.write("\n##\n".getBytes(StandardCharsets.US_ASCII));
            } else {
                out.write(("\n#" + octets.length + "\n").getBytes(StandardCharsets.US_ASCII));
                out.write(octets);
                out.write("\n##\n".getBytes(StandardCharsets.US_ASCII));
            }
            out.flush();
        }

        /** Reads up to the end of a message; the chunks' own lines are left in it, which hurts nobody here. */
        private String read() throws IOException {
            String end = chunked ? "\n##\n" : "]]>]]>";
            StringBuilder text = new StringBuilder();
            for (int octet = in.read(); octet >= 0; octet = in.read()) {
                text.append((char) octet);
                if (text.length() >= end.length()
                        && text.substring(text.length() - end.length()).equals(end)) {
                    return text.toString();
                }
            }
            return null;
        }
    }
}
