package io.safestep.app.check.looks;

import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.FieldError;
import io.safestep.core.check.CheckProblems;
import io.safestep.core.check.CheckWords;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Extraction;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.access.Access;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.core.platform.text.Format;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.StreamSupport;
import org.springframework.stereotype.Component;

/** What platforms and devices have to say about a check. */
@Component
public class CheckRules {

    private final Platforms platforms;
    private final Devices devices;

    CheckRules(Platforms platforms, Devices devices) {
        this.platforms = platforms;
        this.devices = devices;
    }

    /** What a check is called. */
    public String title(CheckDefinition check) {
        return CheckWords.title(check, this::readTitle);
    }

    /** Everything about a check in one line. */
    public String line(CheckDefinition check) {
        return CheckWords.line(check, this::readTitle);
    }

    private String readTitle(String read) {
        return StreamSupport.stream(platforms.all().spliterator(), false)
                .flatMap(p -> p.read(read).stream())
                .map(ReadCommand::title)
                .findFirst()
                .orElse(read);
    }

    /** Whether devices of the platform can be looked at in this way. */
    public static boolean possible(CheckDefinition check, PlatformProfile profile) {
        if (check.extraction().kind() == Extraction.Kind.PATH && !fits(check.extraction(), profile.access())) {
            return false;
        }
        return switch (check.look().kind()) {
            case READ -> profile.read(check.look().read()).isPresent();
            case LOG -> profile.log() != null;
            case SAVED -> profile.access().showsStartup();
            case REACHABLE, TCP, CONFIRM -> true;
        };
    }

    /** What platforms can be asked, by title. */
    public List<ReadableCommand> reads() {
        Map<String, ReadableCommand> reads = new TreeMap<>();
        for (PlatformProfile profile : platforms.all()) {
            for (ReadCommand read : profile.reads()) {
                reads.merge(
                        read.name(),
                        new ReadableCommand(read.name(), read.title(), read.arguments(), List.of(profile.name())),
                        ReadableCommand::joined);
            }
        }
        return reads.values().stream()
                .sorted(Comparator.comparing(ReadableCommand::title))
                .toList();
    }

    /** JSONPath begins with a dollar sign, XPath never does. */
    private static boolean fits(Extraction path, Access access) {
        boolean json = path.expression() != null && path.expression().startsWith("$");
        return access.answers() == (json ? Format.JSON : Format.XML);
    }

    /** Names of the platforms on which it can be looked at. */
    public List<String> platforms(CheckDefinition check) {
        return StreamSupport.stream(platforms.all().spliterator(), false)
                .filter(p -> possible(check, p))
                .map(PlatformProfile::name)
                .sorted()
                .toList();
    }

    /** What is wrong with a check as such; fields begin with the given name. */
    public List<FieldError> errors(CheckDefinition check, String field) {
        List<FieldError> errors = new ArrayList<>();
        CheckProblems.of(check).forEach(p -> errors.add(FieldError.of(field + p.field(), p.sentence())));
        if (errors.isEmpty() && platforms(check).isEmpty()) {
            errors.add(FieldError.of(
                    field + (check.look().kind() == LookKind.READ ? "read" : "kind"),
                    "No platform profile can look at this."));
        }
        return errors;
    }

    /**
     * What is wrong with a check of a change.
     *
     * @param of the devices of the change
     */
    public List<FieldError> errors(CheckDefinition check, String field, List<Device> of) {
        List<FieldError> errors = new ArrayList<>();
        CheckProblems.of(check).forEach(p -> errors.add(FieldError.of(field + p.field(), p.sentence())));
        List<String> names = of.stream().map(Device::name).toList();
        check.devices().stream()
                .filter(d -> !names.contains(d))
                .forEach(d -> errors.add(FieldError.of(field + "devices", d + " is not a device of this change.")));
        if (check.look().from() != null && devices.known(check.look().from()).isEmpty()) {
            errors.add(FieldError.of(
                    field + "from", "There is no device called " + check.look().from() + "."));
            return errors;
        }
        List<Device> looking = check.look().from() != null
                ? List.of(devices.named(check.look().from()))
                : of.stream().filter(d -> check.concerns(d.name())).toList();
        for (String platform : looking.stream().map(Device::platform).distinct().toList()) {
            PlatformProfile profile = platforms.profile(platform);
            if (!possible(check, profile)) {
                String on = looking.stream()
                        .filter(d -> d.platform().equals(platform))
                        .map(Device::name)
                        .findFirst()
                        .orElseThrow();
                errors.add(FieldError.of(
                        field + (check.look().kind() == LookKind.READ ? "read" : "kind"),
                        "The platform " + platform + " can't look at this, and " + on + " is of it. Choose the"
                                + " devices on which it is looked at."));
            } else {
                errors.addAll(missing(check, profile, field));
            }
        }
        return errors.stream().distinct().toList();
    }

    private static List<FieldError> missing(CheckDefinition check, PlatformProfile profile, String field) {
        Optional<ReadCommand> read =
                check.look().kind() == LookKind.READ ? profile.read(check.look().read()) : Optional.empty();
        return read.stream()
                .flatMap(r -> r.arguments().stream())
                .filter(a -> !check.look().arguments().containsKey(a))
                .map(a -> FieldError.of(
                        field + a,
                        a.equals("port")
                                ? "Enter a port from 1 to 65535."
                                : "Enter an IPv4 address, such as 10.77.8.20."))
                .toList();
    }
}
