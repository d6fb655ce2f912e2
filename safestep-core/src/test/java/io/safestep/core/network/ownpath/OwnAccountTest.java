package io.safestep.core.network.ownpath;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OwnAccountTest {

    private static final String CORVANE =
            "hostname brn-gw-a\nuser safestep password hidden\nuser kiosk password hidden\n";

    private static final String HALDRIN =
            "<config><system><name>a</name><user><name>safestep</name><password>hidden</password></user>"
                    + "<user><name>kiosk</name><password>hidden</password></user></system></config>";

    private static Optional<String> touched(PlatformProfile profile, String configuration, String lines) {
        ConfigEngine engine = new ConfigEngine(profile.language());
        ConfigTree baseline = engine.read(configuration);
        return new OwnAccount(profile.language(), "safestep")
                .touched(baseline, engine.build(baseline, lines).outcome());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "user safestep password tide | user safestep password ‹secret›",
                "no user safestep | user safestep password ‹secret›",
                "user kiosk password tide |",
                "no user kiosk |",
                "user doors password tide |",
                "contact safestep |",
            })
    void onACommandLine(String lines, String found) {
        assertThat(touched(ShippedProfiles.corvane(), CORVANE, lines)).isEqualTo(Optional.ofNullable(found));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'system\n  user safestep\n    password tide' | password ‹secret›",
                "'system\n  no user safestep' | user safestep",
                "'system\n  user kiosk\n    password tide' |",
            })
    void inAStructuredConfiguration(String lines, String found) {
        assertThat(touched(ShippedProfiles.haldrin(), HALDRIN, lines)).isEqualTo(Optional.ofNullable(found));
    }
}
