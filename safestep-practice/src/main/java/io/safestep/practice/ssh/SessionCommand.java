package io.safestep.practice.ssh;

import io.safestep.practice.device.SessionDropped;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.Objects;
import org.apache.sshd.common.session.Session;
import org.apache.sshd.server.Environment;
import org.apache.sshd.server.ExitCallback;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A channel of an SSH session, served by a thread of its own. */
abstract class SessionCommand implements Command {

    private static final Logger LOG = LoggerFactory.getLogger(SessionCommand.class);

    private @Nullable InputStream in;
    private @Nullable OutputStream out;
    private @Nullable ExitCallback exit;
    private @Nullable Thread thread;

    /** @return the exit status */
    abstract int serve(InputStream in, OutputStream out, Environment environment) throws IOException;

    @Override
    public void start(ChannelSession channel, Environment environment) {
        Session session = channel.getSession();
        InputStream from = Objects.requireNonNull(in);
        OutputStream to = Objects.requireNonNull(out);
        ExitCallback ended = Objects.requireNonNull(exit);
        thread = new Thread(
                () -> {
                    int status = 1;
                    try {
                        status = serve(from, to, environment);
                    } catch (SessionDropped e) {
                        session.close(true);
                    } catch (IOException e) {
                        LOG.debug("The session ended: {}", e.getMessage());
                    } finally {
                        ended.onExit(status);
                    }
                },
                "device-session");
        thread.setDaemon(true);
        thread.start();
    }

    @Override
    public void destroy(ChannelSession channel) {
        if (thread != null) {
            thread.interrupt();
        }
    }

    @Override
    public void setExitCallback(ExitCallback callback) {
        exit = callback;
    }

    @Override
    public void setErrorStream(OutputStream err) {
        // Everything that the device says goes to its normal output.
    }

    @Override
    public void setInputStream(InputStream in) {
        this.in = in;
    }

    @Override
    public void setOutputStream(OutputStream out) {
        this.out = out;
    }
}
