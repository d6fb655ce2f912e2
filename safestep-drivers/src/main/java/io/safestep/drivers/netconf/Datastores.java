package io.safestep.drivers.netconf;

import io.safestep.core.config.script.Script;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.structured.Verification;
import java.util.Optional;
import org.w3c.dom.Element;

/** The configurations of a server (RFC 6241, section 5.1), and who has put something into them. */
final class Datastores {

    private final RpcChannel channel;
    private final String device;
    private final Verification verification;

    Datastores(RpcChannel channel, String device, Verification verification) {
        this.channel = channel;
        this.device = device;
        this.verification = verification;
    }

    String running() throws DeviceException {
        return read("running");
    }

    /** @param datastore running, candidate or startup */
    String read(String datastore) throws DeviceException {
        channel.awaitAnswers();
        Element reply =
                channel.call("<get-config><source><" + datastore + "/></source>" + withDefaults() + "</get-config>");
        Element data = Xml.child(reply, "data");
        if (data == null) {
            throw new DeviceException(
                    Reason.TRANSFER_FAILED, device + " answers without its " + datastore + " configuration.");
        }
        return Xml.write(data);
    }

    /** Asks for what was set alone, where the server would else report what holds anyway (RFC 6243, section 2). */
    private String withDefaults() {
        String capability = "capability:with-defaults:1.0";
        String others = "," + channel.parameter(capability, "also-supported") + ",";
        if (!channel.parameter(capability, "basic-mode").equals("report-all")) {
            return "";
        }
        String mode = others.contains(",explicit,") ? "explicit" : others.contains(",trim,") ? "trim" : null;
        return mode == null
                ? ""
                : "<with-defaults xmlns=\"urn:ietf:params:xml:ns:yang:ietf-netconf-with-defaults\">" + mode
                        + "</with-defaults>";
    }

    /**
     * What the candidate holds that the script did not bring.
     *
     * @param before what running held before the script
     * @return in words, secrets masked; empty when there is nothing
     */
    Optional<String> foreignEdits(String before, Script script) throws DeviceException {
        Optional<String> candidate = candidate();
        return candidate.isEmpty() ? Optional.empty() : verification.foreign(before, script, candidate.get());
    }

    /**
     * Refuses when the candidate differs from running, since a commit would put that into force.
     *
     * @param running what it holds
     * @param what the sentence calls it
     */
    void refuseForeignEdits(String running, String what) throws DeviceException {
        Optional<String> candidate = candidate();
        if (candidate.isPresent()) {
            Optional<String> foreign = verification.difference(running, candidate.get());
            if (foreign.isPresent()) {
                throw foreign(device, foreign.get(), what);
            }
        }
    }

    static DeviceException foreign(String device, String words, String what) {
        return new DeviceException(
                Reason.IN_USE,
                "The candidate of " + device + " holds " + what + " (" + words
                        + "). They are somebody else's and are not put into force by this change; nothing was committed.");
    }

    /** Empty when the server does not show it. */
    private Optional<String> candidate() throws DeviceException {
        try {
            return Optional.of(read("candidate"));
        } catch (RpcErrorException e) {
            if (e.reason() == Reason.NOT_POSSIBLE || e.reason() == Reason.NO_RIGHT_TO_CONFIGURE) {
                return Optional.empty();
            }
            throw e;
        }
    }
}
