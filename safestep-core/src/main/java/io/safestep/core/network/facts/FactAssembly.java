package io.safestep.core.network.facts;

import io.safestep.core.platform.network.NetworkLanguage;
import java.util.List;

/** Makes the facts about a device out of what its lines say. */
final class FactAssembly {

    private final String device;
    private final FactValues says;

    FactAssembly(String device, NetworkLanguage defaults, List<FactObject> objects, List<UnmodelledLine> unmodelled) {
        this.device = device;
        this.says = new FactValues(defaults, objects, unmodelled);
    }

    DeviceFacts assemble() {
        NetworkLanguage defaults = says.defaults();
        InterfaceAssembly interfaces = new InterfaceAssembly(says);
        ForwardingAssembly forwarding = new ForwardingAssembly(says);
        return new DeviceFacts(
                device,
                interfaces.interfaces(),
                defaults.flag("vlans-declared") ? interfaces.vlans() : null,
                forwarding.routes(),
                forwarding.filters(),
                new PolicyAssembly(says).policy(),
                new OspfAssembly(says).ospf(),
                new BgpAssembly(says).bgp(),
                new Distances(
                        defaults.number("distance-ebgp"),
                        defaults.number("distance-ospf"),
                        defaults.number("distance-ibgp")),
                says.unmodelled());
    }
}
