package io.safestep.practice.ssh;

import io.safestep.practice.device.SessionDropped;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import org.apache.sshd.common.session.Session;
import org.apache.sshd.server.Environment;
import org.apache.sshd.server.ExitCallback;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A channel of an SSH session, served by a thread of its own. */
abstract class SessionCommand implements Command {

    private static final Logger LOG = LoggerFactory.getLogger(SessionCommand.class);

    private InputStream in;
    private OutputStream out;
    private ExitCallback exit;
    private Thread thread;
    private Session session;

    /** @return the exit status */
    abstract int serve(InputStream in, OutputStream out, Environment environment) throws IOException;

    @Override
    public void start(ChannelSession channel, Environment environment) {
        session = channel.getSession();
        thread = new Thread(
                () -> {
                    int status = 1;
                    try {
                        status = serve(in, out, environment);
                    } catch (SessionDropped e) {
                        session.close(true);
                    } catch (IOException e) {
                        LOG.debug("The session ended: {}", e.getMessage());
                    } finally {
                        exit.onExit(status);
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
