package io.safestep.app.check.services;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.network.ComputedNetwork;
import io.safestep.app.people.Teams;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.check.definition.Beforehand;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Expectation;
import io.safestep.core.check.definition.Extraction;
import io.safestep.core.check.definition.Look;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.network.NetworkModel;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.trace.TracedPath.Hop;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Flows that have a name and belong to sites: they are looked at for every change near them. */
@Service
@Transactional
public class NetworkServices {

    private final NetworkServiceRepository services;
    private final Devices devices;
    private final ComputedNetwork network;
    private final CheckRules rules;
    private final Teams teams;
    private final AuditLog audit;

    NetworkServices(
            NetworkServiceRepository services,
            Devices devices,
            ComputedNetwork network,
            CheckRules rules,
            Teams teams,
            AuditLog audit) {
        this.services = services;
        this.devices = devices;
        this.network = network;
        this.rules = rules;
        this.teams = teams;
        this.audit = audit;
    }

    /** A check that a change has because it is near a service. */
    public record Near(String service, CheckDefinition definition) {}

    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return services.count() == 0;
    }

    @Transactional(readOnly = true)
    List<ServiceView> all() {
        return services.findAllByOrderByName().stream().map(this::view).toList();
    }

    private ServiceView view(NetworkService s) {
        List<ServiceView.End> ends = s.ends().stream()
                .map(e -> {
                    Device device = devices.withId(e.deviceId());
                    return new ServiceView.End(device.name(), device.siteName(), e.source());
                })
                .toList();
        return new ServiceView(
                s.id(),
                s.version(),
                s.name(),
                s.description(),
                s.address(),
                s.port(),
                s.severity(),
                s.settleSeconds(),
                s.teamId(),
                ends.stream().map(ServiceView.End::site).distinct().sorted().toList(),
                ends);
    }

    /** The teams that services belong to, ids by the names of services; without those that belong to none. */
    @Transactional(readOnly = true)
    public Map<String, Long> teams() {
        Map<String, Long> teams = new HashMap<>();
        services.findAllByOrderByName().forEach(s -> {
            Long team = s.teamId();
            if (team != null) {
                teams.put(s.name(), team);
            }
        });
        return teams;
    }

    /** Names of the services that belong to no team. */
    @Transactional(readOnly = true)
    public List<String> withoutTeam() {
        return services.findAllByOrderByName().stream()
                .filter(s -> s.teamId() == null)
                .map(NetworkService::name)
                .toList();
    }

    /** @param id null for a new one */
    public void save(@Nullable Long id, ServiceRequest wanted, String person) {
        String name = wanted.name().strip();
        services.findByName(name).filter(s -> !s.id().equals(id)).ifPresent(s -> {
            throw ProblemException.invalid("name", "There is a service called " + name + " already.");
        });
        NetworkService service = id == null ? new NetworkService(name) : existing(id);
        Long team = wanted.team();
        if (team != null && teams.all().stream().noneMatch(t -> t.id() == team)) {
            throw ProblemException.invalid("team", "Choose a team.");
        }
        if (service.version() != wanted.version()) {
            throw ProblemException.moved(
                    name + " was changed meanwhile. Load it again; what you wrote is still in this page until you do.");
        }
        service.describe(wanted, ends(wanted));
        List<FieldError> errors = new ArrayList<>();
        service.ends()
                .forEach(e -> errors.addAll(rules.errors(
                        definition(service, e, devices.withId(e.deviceId()).name(), List.of()),
                        "",
                        List.of(devices.withId(e.deviceId())))));
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors.stream().distinct().toList());
        }
        services.save(service);
        audit.write(
                person,
                name,
                id == null ? "service added" : "service changed",
                wanted.address() + (wanted.port() == null ? "" : " port " + wanted.port()) + " from "
                        + wanted.ends().size() + (wanted.ends().size() == 1 ? " device." : " devices."));
    }

    private List<NetworkService.End> ends(ServiceRequest wanted) {
        List<FieldError> errors = new ArrayList<>();
        List<NetworkService.End> ends = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < wanted.ends().size(); i++) {
            ServiceRequest.From from = wanted.ends().get(i);
            String field = "ends[" + i + "].";
            String source = from.source() == null || from.source().isBlank()
                    ? null
                    : from.source().strip();
            if (source != null && !WrittenForms.isAddress(source)) {
                errors.add(FieldError.of(field + "source", "Enter an IPv4 address, such as 10.77.40.2."));
            }
            if (!seen.add(from.device() + " " + source)) {
                errors.add(FieldError.of(field + "device", from.device() + " is named twice."));
            }
            devices.known(from.device())
                    .ifPresentOrElse(
                            d -> ends.add(new NetworkService.End(d.id(), source)),
                            () -> errors.add(FieldError.of(
                                    field + "device", "There is no device called " + from.device() + ".")));
        }
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        return ends;
    }

    void remove(long id, String person) {
        NetworkService service = existing(id);
        services.delete(service);
        audit.write(person, service.name(), "service removed", "Changes that are written from now on lose its checks.");
    }

    private NetworkService existing(long id) {
        return services.findById(id).orElseThrow(() -> ProblemException.notFound("This service"));
    }

    /**
     * What has to be looked at because one of the devices stands at a site of the service, or on the way of its packets as
     * the network is computed now.
     */
    @Transactional(readOnly = true)
    public List<Near> near(List<Device> changed) {
        List<NetworkService> all = services.findAllByOrderByName();
        if (all.isEmpty() || changed.isEmpty()) {
            return List.of();
        }
        NetworkModel model = network.model();
        List<Near> near = new ArrayList<>();
        for (NetworkService service : all) {
            for (NetworkService.End end : service.ends()) {
                Device looking = devices.withId(end.deviceId());
                Set<String> way = way(model, looking.name(), end.source(), service);
                List<String> concerned = changed.stream()
                        .filter(d -> d.siteName().equals(looking.siteName()) || way.contains(d.name()))
                        .map(Device::name)
                        .toList();
                if (!concerned.isEmpty()) {
                    near.add(new Near(service.name(), definition(service, end, looking.name(), concerned)));
                }
            }
        }
        return near;
    }

    /** The devices that its packets pass, there and back. */
    private static Set<String> way(NetworkModel model, String device, @Nullable String source, NetworkService service) {
        Set<String> passed = new HashSet<>();
        if (!model.devices().contains(device)) {
            return passed;
        }
        IpAddress to = IpAddress.parse(service.address());
        IpAddress from = source == null ? model.sourceAddress(device, to) : IpAddress.parse(source);
        if (from == null) {
            return passed;
        }
        Packet packet = Packet.asking(from, to, service.port() == null ? 0 : service.port());
        model.traceFrom(device, packet).hops().stream().map(Hop::device).forEach(passed::add);
        model.trace(packet.answer()).hops().stream().map(Hop::device).forEach(passed::add);
        return passed;
    }

    private static CheckDefinition definition(
            NetworkService service, NetworkService.End end, String device, List<String> concerned) {
        Map<String, String> arguments = new HashMap<>(Map.of("address", service.address()));
        String read = service.port() == null ? "ping" : "probe";
        if (service.port() != null) {
            arguments.put("port", Integer.toString(service.port()));
        }
        if (end.source() != null) {
            read += "-from";
            arguments.put("source", end.source());
        }
        return new CheckDefinition(
                service.name() + ", from " + device,
                new Look(LookKind.READ, read, arguments, device, null),
                Extraction.rows(),
                Expectation.REACHABLE,
                null,
                Beforehand.PASSES,
                null,
                service.settleSeconds(),
                CheckDefinition.USUAL_PAUSE_SECONDS,
                service.severity(),
                concerned);
    }
}
