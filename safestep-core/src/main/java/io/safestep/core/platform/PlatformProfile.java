package io.safestep.core.platform;

import io.safestep.core.platform.access.Access;
import io.safestep.core.platform.access.AnswerLimits;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.network.NetworkLanguage;
import io.safestep.core.platform.reading.ChangeReading;
import io.safestep.core.platform.reading.FileReading;
import io.safestep.core.platform.reading.IdentityReading;
import io.safestep.core.platform.reading.LinkReading;
import io.safestep.core.platform.reading.LogReading;
import io.safestep.core.platform.reading.ReadCommand;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What kind of device it is: how to talk with it and how its configuration language behaves.
 *
 * @param name the profile's name, for example {@code corvane-cli}
 * @param maker who makes the devices
 * @param access how it is talked with
 * @param limits for how long its devices are waited for
 * @param language how the configuration is written
 * @param reads the named read commands
 * @param identity how it is asked who it is; null when it can't be asked
 * @param links how it is asked what is at the other ends of its cables; null when it can't be asked
 * @param changes how it is asked whether anything has changed, and who was there
 * @param log how it is asked what it has written down about itself; null when it can't be asked
 * @param files what a backup holds beside the configurations
 * @param network what the configuration says about the network
 */
public record PlatformProfile(
        String name,
        String maker,
        Access access,
        AnswerLimits limits,
        Language language,
        List<ReadCommand> reads,
        @Nullable IdentityReading identity,
        @Nullable LinkReading links,
        ChangeReading changes,
        @Nullable LogReading log,
        List<FileReading> files,
        NetworkLanguage network) {

    /** @param readName null for none */
    public Optional<ReadCommand> read(@Nullable String readName) {
        return reads.stream().filter(r -> r.name().equals(readName)).findFirst();
    }
}
