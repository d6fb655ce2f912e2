package io.safestep.drivers.ssh;

import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.ssh.SshLogin.LoggedIn;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.EnumSet;
import java.util.Set;
import org.apache.sshd.client.channel.ChannelExec;
import org.apache.sshd.client.channel.ClientChannelEvent;

/** One command without a shell (RFC 4254, section 6.5): no prompt, no pages, no echo. Not every device offers it. */
public final class SingleCommand {

    /** A device that sends without end must not fill the memory. */
    private static final int LARGEST = 1024 * 1024;

    private SingleCommand() {}

    /**
     * @param limit until the device has ended its answer
     * @return what it said, also when it refused the command
     * @throws DeviceException with reason NOT_POSSIBLE when it offers no single commands, or does not end
     */
    public static String run(LoggedIn login, String command, Duration limit) throws DeviceException {
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        try (ChannelExec channel = login.session().createExecChannel(command)) {
            channel.setOut(said);
            channel.setErr(OutputStream.nullOutputStream());
            channel.open().verify(limit);
            Set<ClientChannelEvent> events = channel.waitFor(EnumSet.of(ClientChannelEvent.CLOSED), limit);
            if (events.contains(ClientChannelEvent.TIMEOUT) || said.size() > LARGEST) {
                throw new DeviceException(
                        Reason.NOT_POSSIBLE, login.device() + " does not end its answer to a single command.");
            }
            return said.toString(StandardCharsets.UTF_8).replace("\r\n", "\n");
        } catch (IOException e) {
            throw new DeviceException(Reason.NOT_POSSIBLE, login.device() + " offers no single commands.", e);
        }
    }
}
