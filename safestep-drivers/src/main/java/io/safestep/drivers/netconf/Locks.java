package io.safestep.drivers.netconf;

import io.safestep.drivers.DeviceException;
import java.util.ArrayDeque;
import java.util.Deque;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The datastores that a session has locked (RFC 6241, section 7.5); all are unlocked on every way out. */
final class Locks implements AutoCloseable {

    private static final Logger log = LoggerFactory.getLogger(Locks.class);

    private final RpcChannel channel;
    private final String device;
    private final Deque<String> held = new ArrayDeque<>();

    Locks(RpcChannel channel, String device) {
        this.channel = channel;
        this.device = device;
    }

    /** @throws DeviceException with reason IN_USE when somebody else holds it */
    void take(String datastore) throws DeviceException {
        channel.call("<lock><target><" + datastore + "/></target></lock>");
        held.push(datastore);
    }

    /** Takes a lock where the server lets one; without it, what others do meanwhile shows by comparing. */
    void takeIfPossible(String datastore) throws DeviceException {
        try {
            take(datastore);
        } catch (RpcErrorException e) {
            log.debug("{} gives no lock on {}: {}", device, datastore, e.getMessage());
        }
    }

    /** Gives one back before its time. */
    void giveBack(String datastore) throws DeviceException {
        if (held.remove(datastore)) {
            channel.call("<unlock><target><" + datastore + "/></target></unlock>");
        }
    }

    @Override
    public void close() {
        while (!held.isEmpty()) {
            String datastore = held.pop();
            if (!channel.isOpen()) {
                // A server releases the locks of a session that has ended (RFC 6241, section 7.5).
                continue;
            }
            try {
                channel.call("<unlock><target><" + datastore + "/></target></unlock>");
            } catch (DeviceException e) {
                log.warn("{} does not unlock {}: {} The session is ended instead.", device, datastore, e.getMessage());
                channel.close();
            }
        }
    }
}
