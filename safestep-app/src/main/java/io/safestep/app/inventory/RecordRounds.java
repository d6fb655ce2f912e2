package io.safestep.app.inventory;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.credential.Credentials;
import io.safestep.app.credential.Place;
import io.safestep.app.device.DeviceRecords;
import io.safestep.app.device.Devices;
import io.safestep.app.device.record.DeviceRules;
import io.safestep.app.device.record.Stance;
import io.safestep.app.group.Groups;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.RoundAction;
import io.safestep.core.people.Right;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.transaction.support.TransactionTemplate;

/** The changes that can be made to the records of many devices at once. */
@Configuration
class RecordRounds {

    @Bean
    RoundAction stanceRound(DeviceRecords records) {
        return new RecordRound(
                "SET_STANCE",
                "Set stance",
                Right.WRITE_DEVICES,
                stance -> {
                    if (!stance.equals("observe") && !stance.equals("managed")) {
                        throw ProblemException.invalid("argument", "Choose observe or managed.");
                    }
                },
                (device, stance, person) ->
                        records.setStance(device, Stance.valueOf(stance.toUpperCase(Locale.ROOT)), person)
                                ? "Is " + stance + " now."
                                : "Was " + stance + " already.");
    }

    private static void checkLabel(String label) {
        String problem = DeviceRules.labelsProblem(List.of(label));
        if (problem != null) {
            throw ProblemException.invalid("argument", problem);
        }
    }

    @Bean
    RoundAction addLabelRound(DeviceRecords records) {
        return new RecordRound(
                "ADD_LABEL",
                "Add label",
                Right.WRITE_DEVICES,
                RecordRounds::checkLabel,
                (device, label, person) ->
                        records.addLabel(device, label, person) ? "Has the label now." : "Had the label already.");
    }

    @Bean
    RoundAction removeLabelRound(DeviceRecords records) {
        return new RecordRound(
                "REMOVE_LABEL",
                "Remove label",
                Right.WRITE_DEVICES,
                RecordRounds::checkLabel,
                (device, label, person) -> records.removeLabel(device, label, person)
                        ? "Has the label no more."
                        : "Did not have the label.");
    }

    private static Consumer<String> fixedGroupOf(Groups groups) {
        return name -> {
            boolean known = groups.entries().stream()
                    .anyMatch(g -> g.fixed() && g.name().equals(name));
            if (!known) {
                throw ProblemException.invalid("argument", "Choose a group with a fixed list.");
            }
        };
    }

    @Bean
    RoundAction putIntoGroupRound(Groups groups) {
        return new RecordRound(
                "PUT_INTO_GROUP",
                "Put into group",
                Right.WRITE_DEVICES,
                fixedGroupOf(groups),
                (device, group, person) ->
                        groups.put(group, device, person) ? "Is in the group now." : "Was in the group already.");
    }

    @Bean
    RoundAction takeOutOfGroupRound(Groups groups) {
        return new RecordRound(
                "TAKE_OUT_OF_GROUP",
                "Take out of group",
                Right.WRITE_DEVICES,
                fixedGroupOf(groups),
                (device, group, person) ->
                        groups.takeOut(group, device, person) ? "Is in the group no more." : "Was not in the group.");
    }

    @Bean
    RoundAction credentialRound(
            Credentials credentials, Devices devices, AuditLog audit, TransactionTemplate transaction) {
        return new RecordRound(
                "USE_CREDENTIAL",
                "Use credential",
                Right.WRITE_CREDENTIALS,
                credentials::named,
                (device, credential, person) -> {
                    transaction.executeWithoutResult(t -> {
                        credentials.use(
                                Place.DEVICE,
                                devices.named(device).id(),
                                credentials.named(credential).id());
                        audit.write(person, device, "credential chosen", "For the device: " + credential + ".");
                    });
                    return "Uses " + credential + " now. Test the connection.";
                });
    }
}
