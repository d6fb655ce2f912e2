package io.safestep.drivers.connect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.access.Access;
import io.safestep.core.platform.access.CommandLine;
import io.safestep.core.platform.access.RestconfAccess;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import java.util.Arrays;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class AccessFamiliesTest {

    private final AccessFamilies families = new AccessFamilies();

    private static DeviceTarget target(PlatformProfile profile) {
        // Nothing listens at port 1 of this machine.
        return new DeviceTarget("quay", "", "127.0.0.1", 1, profile, "safestep", "tide", null);
    }

    @Test
    void everyKindOfAccessIsSpoken() {
        Set<Class<?>> kinds =
                Arrays.stream(Access.class.getPermittedSubclasses()).collect(Collectors.toSet());
        Set<Class<?>> spoken = ShippedProfiles.all().stream()
                .map(profile -> families.of(profile).access())
                .collect(Collectors.toSet());
        assertThat(spoken).as("a shipped profile of each family").isEqualTo(kinds);
    }

    @Test
    void profilesOfOneFamilyShareWhatItHasLearned() {
        var byFamily = ShippedProfiles.all().stream().collect(Collectors.groupingBy(families::of));
        assertThat(byFamily).hasSize(Access.class.getPermittedSubclasses().length);
        byFamily.forEach((family, profiles) -> assertThat(profiles)
                .allSatisfy(profile -> assertThat(families.of(profile)).isSameAs(family)));
    }

    @Test
    void onlyACommandLineHasToBeWaitedFor() {
        for (PlatformProfile profile : ShippedProfiles.all()) {
            assertThat(families.tellsQuickly(profile))
                    .as(profile.name())
                    .isEqualTo(!(profile.access() instanceof CommandLine));
            assertThat(families.overSsh(profile))
                    .as(profile.name())
                    .isEqualTo(!(profile.access() instanceof RestconfAccess));
        }
    }

    @Test
    void whatSshCarriesAsksForALogInAndNothingElseDoes() {
        for (PlatformProfile profile : ShippedProfiles.all()) {
            AtomicInteger asked = new AtomicInteger();
            assertThatThrownBy(() -> families.open(target(profile), TimeLimits.usual(), () -> {
                        asked.incrementAndGet();
                        throw new DeviceException(Reason.CONNECTION_REFUSED, "Nothing is there.");
                    }))
                    .as(profile.name())
                    .isInstanceOf(DeviceException.class);
            assertThat(asked.get()).as(profile.name()).isEqualTo(families.overSsh(profile) ? 1 : 0);
        }
    }
}
