package io.safestep.core.rule;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ShippedProfiles;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RuleCheckTest {

    private final ConfigEngine engine = new ConfigEngine(ShippedProfiles.all().stream()
            .filter(p -> p.name().equals("corvane-cli"))
            .findFirst()
            .orElseThrow()
            .language());

    private final ConfigTree tree = engine.read("""
            hostname brn-gw-a
            time-server 10.77.8.20
            time-server 10.99.1.1
            interface port 1
              description to core
              mtu 1500
            interface port 2
              description spare
              disabled
            ospf 1
              router-id 10.77.2.1
              authentication key lantern-keel
            """);

    private List<Breach> breaches(RuleKind kind, List<String> inside, List<String> lines, String pattern) {
        return new RuleCheck(
                        new ConfigurationRule(kind, inside, lines, pattern),
                        Map.of("device", "brn-gw-a", "source", "10.77.8.20"))
                .in(tree, engine);
    }

    @Test
    void aLineThatIsMissingIsToldForEveryBlockThatFitsWithLinesThatMendIt() {
        List<Breach> breaches = breaches(RuleKind.MUST_CONTAIN, List.of("interface port *"), List.of("mtu 1500"), "");
        assertThat(breaches)
                .containsExactly(new Breach(
                        List.of("interface port 2"),
                        0,
                        "\"mtu 1500\" is missing.",
                        List.of("interface port 2", "  mtu 1500")));
        ConfigTree mended = engine.apply(
                tree, engine.readScript(String.join("\n", breaches.get(0).mend())));
        assertThat(new RuleCheck(
                                new ConfigurationRule(
                                        RuleKind.MUST_CONTAIN, List.of("interface port *"), List.of("mtu 1500"), ""),
                                Map.of())
                        .in(mended, engine))
                .isEmpty();
    }

    @Test
    void aBlockThatIsMissingIsMissedOnlyWhenTheRuleNamesIt() {
        assertThat(breaches(RuleKind.MUST_CONTAIN, List.of("vlan 70"), List.of("name cameras"), ""))
                .singleElement()
                .satisfies(b -> assertThat(b.mend()).containsExactly("vlan 70", "  name cameras"));
        assertThat(breaches(RuleKind.MUST_CONTAIN, List.of("vlan *"), List.of("name cameras"), ""))
                .isEmpty();
    }

    @Test
    void aLineThatMustNotBeThereIsToldWithItsNumberAndTakenAway() {
        assertThat(breaches(
                        RuleKind.MUST_NOT_CONTAIN,
                        List.of(),
                        List.of("time-server 10.99.**", "time-server 10.99.1.1"),
                        ""))
                .containsExactly(new Breach(
                        List.of(),
                        3,
                        "\"time-server 10.99.1.1\" must not be there.",
                        List.of("no time-server 10.99.1.1")));
        assertThat(breaches(RuleKind.MUST_NOT_CONTAIN, List.of("interface port *"), List.of("description **"), ""))
                .hasSize(2);
    }

    @Test
    void linesOfAKindHaveToMatchAPatternAsAWhole() {
        assertThat(breaches(RuleKind.MUST_MATCH, List.of(), List.of("time-server *"), "time-server 10\\.77\\..*"))
                .extracting(Breach::number)
                .containsExactly(3);
        assertThat(breaches(RuleKind.MUST_MATCH, List.of(), List.of("time-server *"), "time-server {source}"))
                .as("a value stands for itself")
                .extracting(Breach::number)
                .containsExactly(3);
    }

    @Test
    void parametersStandForTheirValues() {
        assertThat(breaches(RuleKind.MUST_CONTAIN, List.of(), List.of("hostname {device}"), ""))
                .isEmpty();
    }

    @Test
    void secretsAreMaskedInWhatIsTold() {
        assertThat(breaches(RuleKind.MUST_NOT_CONTAIN, List.of("ospf *"), List.of("authentication key *"), ""))
                .singleElement()
                .satisfies(b -> {
                    assertThat(b.sentence()).contains("‹secret›").doesNotContain("lantern-keel");
                    assertThat(b.path()).containsExactly("ospf 1");
                    assertThat(b.mend()).isEmpty();
                });
    }

    @Test
    void aRuleThatCantBeMeantSaysWhy() {
        assertThat(new ConfigurationRule(RuleKind.MUST_MATCH, List.of(), List.of(" "), "a(").problems(Set.of()))
                .anySatisfy(p -> assertThat(p).contains("at least one line"))
                .anySatisfy(p -> assertThat(p).contains("is not a pattern"));
        assertThat(new ConfigurationRule(RuleKind.MUST_CONTAIN, List.of(), List.of("a ** b", "c {town}"), "")
                        .problems(Set.of("site")))
                .anySatisfy(p -> assertThat(p).contains("must stand last"))
                .anySatisfy(p -> assertThat(p).contains("{town} has no value"));
    }

    @Test
    void whatIsToldToMendItIsAlwaysReadableAsLines() {
        for (Breach breach : breaches(RuleKind.MUST_NOT_CONTAIN, List.of("interface *  *"), List.of("**"), "")) {
            assertThat(engine.readScript(String.join("\n", breach.mend())).lines())
                    .extracting(ScriptLine::depth)
                    .contains(0, 1);
        }
    }
}
