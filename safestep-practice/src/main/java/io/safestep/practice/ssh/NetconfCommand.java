package io.safestep.practice.ssh;

import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.netconf.NetconfService;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import org.apache.sshd.server.Environment;

/** The NETCONF subsystem of one channel (RFC 6242, section 3). */
final class NetconfCommand extends SessionCommand {

    private final NetconfService service;
    private final PracticeDevice device;

    NetconfCommand(NetconfService service, PracticeDevice device) {
        this.service = service;
        this.device = device;
    }

    @Override
    int serve(InputStream in, OutputStream out, Environment environment) throws IOException {
        service.serve(device, in, out);
        return 0;
    }
}
