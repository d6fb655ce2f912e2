package io.safestep.app.network;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sheet.SheetReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Cables as people say them, where devices tell nothing of what they hear. */
@Service
@Transactional
class Cables {

    private static final int LONGEST_NAME = 60;
    private static final int CELLS = 4;

    private final CableRepository repository;
    private final Devices devices;
    private final AuditLog audit;

    Cables(CableRepository repository, Devices devices, AuditLog audit) {
        this.repository = repository;
        this.devices = devices;
        this.audit = audit;
    }

    /** Two ends as somebody writes them. */
    record Wanted(String device, String interfaceName, String otherDevice, String otherInterface) {

        Wanted {
            device = device.strip();
            interfaceName = interfaceName.strip();
            otherDevice = otherDevice.strip();
            otherInterface = otherInterface.strip();
        }

        String words() {
            return device + " " + interfaceName + " to " + otherDevice + " " + otherInterface;
        }
    }

    private record End(long deviceId, String interfaceName) {}

    @Transactional(readOnly = true)
    List<CableView> all() {
        Map<Long, String> names = devices.snapshots().stream().collect(Collectors.toMap(Device::id, Device::name));
        return repository.findAll().stream()
                .map(c -> new CableView(
                        c.id(),
                        names.getOrDefault(c.oneDeviceId(), "?"),
                        c.oneInterface(),
                        names.getOrDefault(c.otherDeviceId(), "?"),
                        c.otherInterface()))
                .sorted(Comparator.comparing(CableView::device).thenComparing(CableView::interfaceName))
                .toList();
    }

    List<CableView> add(Wanted wanted, String person) {
        List<FieldError> errors = new ArrayList<>();
        int added = addAll(new TreeMap<>(Map.of(0, wanted)), errors);
        if (added == 0 && errors.isEmpty()) {
            errors.add(FieldError.of("interfaceName", hasOne(wanted.device(), wanted.interfaceName())));
        }
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        audit.write(person, wanted.device(), "cable added", wanted.words() + ".");
        return all();
    }

    /**
     * Adds what is not there yet: all of it, or nothing when one line can't be.
     *
     * @param text comma-separated: device, interface, other device, other interface
     * @return how many were added
     */
    int addFrom(String text, String person) {
        SortedMap<Integer, Wanted> wanted = new TreeMap<>();
        List<FieldError> errors = new ArrayList<>();
        for (SheetReader.Line line : SheetReader.read(text.getBytes(StandardCharsets.UTF_8))) {
            List<String> cells = line.cells();
            if (line.number() == 1 && cells.get(0).equalsIgnoreCase("device")) {
                continue;
            }
            if (cells.size() < CELLS) {
                errors.add(new FieldError(
                        "text",
                        line.number(),
                        "Four columns are needed: device, interface, other device, other interface."));
            } else {
                wanted.put(line.number(), new Wanted(cells.get(0), cells.get(1), cells.get(2), cells.get(3)));
            }
        }
        int added = addAll(wanted, errors);
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors.stream()
                    .sorted(Comparator.comparing(FieldError::line))
                    .map(e -> new FieldError("text", e.line(), e.message()))
                    .toList());
        }
        audit.write(
                person, "cables", "cables imported", added + " added, " + (wanted.size() - added) + " known already.");
        return added;
    }

    /**
     * Adds those that are not known, unless anything is wrong with one of them.
     *
     * @param byLine what is wanted, by the line in which it stands; 0 for the only one
     * @param errors takes what is wrong, by the fields of {@link Wanted}
     * @return how many were not known
     */
    private int addAll(SortedMap<Integer, Wanted> byLine, List<FieldError> errors) {
        Map<End, Cable> taken = new HashMap<>();
        repository.findAll().forEach(cable -> take(taken, cable));
        List<Cable> cables = new ArrayList<>();
        byLine.forEach((line, wanted) -> {
            Optional<End> one = end(wanted.device(), wanted.interfaceName(), "device", "interfaceName", line, errors);
            Optional<End> other =
                    end(wanted.otherDevice(), wanted.otherInterface(), "otherDevice", "otherInterface", line, errors);
            if (one.isEmpty() || other.isEmpty()) {
                return;
            }
            Cable here = taken.get(one.get());
            Cable there = taken.get(other.get());
            if (one.equals(other)) {
                errors.add(new FieldError("otherInterface", line, "A cable has two ends."));
            } else if (here == null && there == null) {
                Cable cable = new Cable(
                        one.get().deviceId(),
                        one.get().interfaceName(),
                        other.get().deviceId(),
                        other.get().interfaceName());
                cables.add(cable);
                take(taken, cable);
            } else if (here != there) {
                errors.add(
                        here != null
                                ? new FieldError("interfaceName", line, hasOne(wanted.device(), wanted.interfaceName()))
                                : new FieldError(
                                        "otherInterface", line, hasOne(wanted.otherDevice(), wanted.otherInterface())));
            }
        });
        if (errors.isEmpty()) {
            repository.saveAllAndFlush(cables);
        }
        return cables.size();
    }

    private static void take(Map<End, Cable> taken, Cable cable) {
        taken.put(new End(cable.oneDeviceId(), cable.oneInterface()), cable);
        taken.put(new End(cable.otherDeviceId(), cable.otherInterface()), cable);
    }

    private static String hasOne(String device, String interfaceName) {
        return interfaceName + " of " + device + " has a cable already. Take that away first.";
    }

    private Optional<End> end(
            String device,
            String interfaceName,
            String deviceField,
            String interfaceField,
            int line,
            List<FieldError> errors) {
        Optional<Device> known = devices.known(device);
        if (known.isEmpty()) {
            errors.add(new FieldError(deviceField, line, "There is no device called " + device + "."));
            return Optional.empty();
        }
        if (interfaceName.isEmpty() || interfaceName.length() > LONGEST_NAME) {
            errors.add(new FieldError(interfaceField, line, "Name the interface, in at most 60 characters."));
            return Optional.empty();
        }
        return Optional.of(new End(known.get().id(), interfaceName));
    }

    void remove(long id, String person) {
        CableView cable = all().stream()
                .filter(c -> c.id() == id)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("This cable"));
        repository.deleteById(id);
        audit.write(
                person,
                cable.device(),
                "cable removed",
                cable.device() + " " + cable.interfaceName() + " to " + cable.otherDevice() + " "
                        + cable.otherInterface() + ".");
    }
}
