package io.safestep.app.network;

import io.safestep.app.sight.Sight;
import io.safestep.core.network.bgp.BgpSession;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.gateway.GatewayRole;
import io.safestep.core.network.ospf.OspfNeighbour;
import io.safestep.core.network.route.Route;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the network model computes of one device. Nothing of it was asked of the device itself.
 *
 * @param takenAt when the configuration was read that this was computed from, UTC; null when there is none
 * @param gap what the network was computed without, as a sentence; null when nothing is missing
 * @param problems what is contradictory in the network, as sentences
 */
public record DeviceState(
        String device,
        @Nullable Instant takenAt,
        @Nullable String gap,
        List<InterfaceRow> interfaces,
        List<NeighbourRow> neighbours,
        List<SessionRow> sessions,
        List<GatewayRow> gateways,
        List<RouteRow> routes,
        List<UnmodelledRow> notModelled,
        List<String> problems) {

    /** As somebody sees it whose scope may not hold the devices around it. */
    DeviceState told(Sight sight) {
        return sight.readsEverything()
                ? this
                : new DeviceState(
                        device,
                        takenAt,
                        sight.toldOrNull(gap),
                        interfaces.stream().map(i -> i.told(sight)).toList(),
                        neighbours.stream().map(n -> n.told(sight)).toList(),
                        sessions.stream().map(s -> s.told(sight)).toList(),
                        gateways.stream().map(g -> g.told(sight)).toList(),
                        routes,
                        notModelled,
                        problems.stream().map(sight::told).toList());
    }

    /**
     * @param known whether it is known that it is up or down
     * @param far what is at the other end of the cable, and in words when that is only presumed; null when no cable is
     *     known
     */
    public record InterfaceRow(
            String name,
            InterfaceFacts.Kind kind,
            boolean up,
            boolean known,
            @Nullable String reason,
            List<String> addresses,
            int mtu,
            @Nullable String vlans,
            @Nullable String far) {

        private InterfaceRow told(Sight sight) {
            return new InterfaceRow(
                    name, kind, up, known, sight.toldOrNull(reason), addresses, mtu, vlans, sight.toldOrNull(far));
        }
    }

    public record NeighbourRow(
            String name,
            @Nullable String device,
            @Nullable String address,
            String area,
            OspfNeighbour.State state,
            @Nullable String reason) {

        private NeighbourRow told(Sight sight) {
            return new NeighbourRow(name, sight.toldOrNull(device), address, area, state, sight.toldOrNull(reason));
        }
    }

    public record SessionRow(
            String neighbour,
            @Nullable String device,
            long as,
            String kind,
            BgpSession.State state,
            @Nullable String reason) {

        private SessionRow told(Sight sight) {
            return new SessionRow(neighbour, sight.toldOrNull(device), as, kind, state, sight.toldOrNull(reason));
        }
    }

    public record GatewayRow(
            String name,
            int group,
            List<String> shared,
            GatewayRole.State role,
            int priority,
            @Nullable String activeDevice,
            @Nullable String note) {

        private GatewayRow told(Sight sight) {
            return new GatewayRow(
                    name, group, shared, role, priority, sight.toldOrNull(activeDevice), sight.toldOrNull(note));
        }
    }

    /** @param hops next hop and interface of each of the equal ways */
    public record RouteRow(String prefix, Route.Source source, int distance, long metric, List<String> hops) {}

    /** @param line number of the line in the configuration */
    public record UnmodelledRow(int line, String path, String why) {}
}
