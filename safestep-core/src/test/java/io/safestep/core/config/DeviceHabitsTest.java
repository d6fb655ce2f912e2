package io.safestep.core.config;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.platform.ProfileReader;
import org.junit.jupiter.api.Test;

/** What a profile can say of devices that write, remove, move and show lines in ways of their own. */
class DeviceHabitsTest {

    private static ConfigEngine engine(String language) {
        return new ConfigEngine(ProfileReader.read("""
                name: habits
                maker: Tidal
                commandLine:
                  prompt: '> $'
                  configure: configure
                  leaveBlock: exit
                  leaveConfigure: end
                  readRunning: show
                  save: save
                  saved: done
                  errors: 'refused'
                language:
                  indent: 1
                  comment: "!"
                  negation: "no"
                """ + language.indent(2)).language());
    }

    private static DeviceBuild build(ConfigEngine engine, String before, String lines) {
        return engine.build(engine.read(before), lines);
    }

    private static void leadsThereAndBack(ConfigEngine engine, DeviceBuild build, String script, String undo) {
        assertThat(engine.text(build.script())).as("script").isEqualTo(script);
        assertThat(engine.text(build.undo())).as("undo script").isEqualTo(undo);
        assertThat(build.proof().obstacles()).isEmpty();
        assertThat(build.proof().proven()).isTrue();
    }

    @Test
    void aLineThatGoesByItsKeyAloneIsUndoneByIt() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "interface <word>", opens: interface }
                  - { form: "description <text>", in: interface, key: 1, removal: key }
                """);
        leadsThereAndBack(
                engine,
                build(engine, "interface a\n", "interface a\n description to deck b\n"),
                "interface a\n description to deck b\n",
                "interface a\n no description\n");
    }

    @Test
    void aCommandThatTheDeviceWouldRefuseProvesNothing() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "description <text>", key: 1, removal: key }
                  - { form: "tide <word>", key: 1, removal: whole }
                """);
        ConfigTree before = engine.read("description a\ntide high\n");
        ConfigTree after = engine.read("");
        assertThat(proof(engine, before, after, "no description a\nno tide high\n")
                        .obstacles())
                .containsExactly(
                        "A command would be refused: The device takes \"description a\" away only with \"no description\".");
        assertThat(proof(engine, before, after, "no description\nno tide\n").obstacles())
                .containsExactly(
                        "A command would be refused: The device takes \"tide high\" away only with \"no tide high\".");
        assertThat(proof(engine, before, after, "no description\nno tide high\n")
                        .proven())
                .isTrue();
    }

    private static UndoProof proof(ConfigEngine engine, ConfigTree before, ConfigTree after, String script) {
        return engine.prove(before, after, engine.readScript(script), engine.derive(after, before));
    }

    @Test
    void aRemovalMayHaveWordsOfItsOwn() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "peer <address> timers <number 1-99> <number 1-99>", key: 3, removal: "default peer {2} timers" }
                """);
        leadsThereAndBack(
                engine,
                build(engine, "", "peer 10.77.0.1 timers 5 15\n"),
                "peer 10.77.0.1 timers 5 15\n",
                "default peer 10.77.0.1 timers\n");
        DeviceBuild removal = build(engine, "peer 10.77.0.1 timers 5 15\n", "default peer 10.77.0.1 timers\n");
        assertThat(removal.outcome().lines()).isEmpty();
        assertThat(engine.complaints(engine.read(""), "default peer 10.77.0.1 timers\n"))
                .extracting(LineComplaint::reason)
                .containsExactly("There is no \"peer 10.77.0.1 timers\" here to remove.");
    }

    @Test
    void aLineThatBeginsWithTheNegationIsALineWithAnOpposite() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "no forwarding" }
                """);
        leadsThereAndBack(engine, build(engine, "no forwarding\n", "forwarding\n"), "forwarding\n", "no forwarding\n");
        leadsThereAndBack(engine, build(engine, "", "no forwarding\n"), "no forwarding\n", "forwarding\n");
        assertThat(build(engine, "", "forwarding\n").script().isEmpty())
                .as("what holds already")
                .isTrue();
    }

    @Test
    void aLineAndItsOppositeTakeEachOthersPlace() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "shutdown" }
                  - { form: "no shutdown" }
                """);
        leadsThereAndBack(engine, build(engine, "shutdown\n", "no shutdown\n"), "no shutdown\n", "shutdown\n");
        DeviceBuild removal = engine.build(engine.read("shutdown\n"), engine.read(""));
        assertThat(removal.proof().proven())
                .as("one of the two always stands there")
                .isFalse();
    }

    @Test
    void aKeyMayStandAnywhereInALine() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "policy <word> <permit|deny> <number 1-99>", key: [1, 2, 4], opens: policy }
                  - { form: "set metric <number 1-99>", in: policy, key: 2 }
                """);
        leadsThereAndBack(
                engine,
                build(engine, "policy tide permit 10\n set metric 7\n", "policy tide deny 10\n"),
                "policy tide deny 10\n",
                "policy tide permit 10\n");
        assertThat(engine.read("policy tide permit 10\npolicy tide permit 20\n").lines())
                .hasSize(2);
    }

    @Test
    void blocksMayEndInAWord() {
        ConfigEngine engine = engine("""
                blockEnd: exit
                forms:
                  - { form: "router <word>", opens: router }
                  - { form: "family <word>", in: router, opens: family, end: exit-family }
                  - { form: "network <prefix>", in: [router, family] }
                """);
        String text = """
                router tide
                 network 10.77.0.0/16
                 family four
                  network 10.78.0.0/16
                 exit-family
                exit
                router ebb
                exit
                """;
        ConfigTree tree = engine.read(text);
        assertThat(tree.lines()).hasSize(2);
        assertThat(tree.lines().get(0).children()).hasSize(2);
        assertThat(engine.write(tree)).isEqualTo(text);
        assertThat(engine.numbered(tree).lines().get(1).number()).isEqualTo(7);
        assertThat(engine.build(tree, "router tide\n family four\n  no network 10.78.0.0/16\n exit-family\nexit\n")
                        .proof()
                        .proven())
                .isTrue();
    }

    @Test
    void aWordMayEndBlocksWithoutAnyIndentation() {
        ConfigEngine engine = engine("""
                blocks: ended
                blockEnd: end-block
                forms:
                  - { form: "router <word>", opens: router }
                  - { form: "network <prefix>", in: router }
                  - { form: "contact <text>", key: 1 }
                """);
        ConfigTree tree = engine.read("router tide\nnetwork 10.77.0.0/16\nend-block\ncontact the watch\n");
        assertThat(tree.lines()).extracting(ConfigLine::text).containsExactly("router tide", "contact the watch");
        assertThat(tree.lines().get(0).children()).hasSize(1);
        assertThat(engine.same(engine.read(engine.write(tree)), tree)).isTrue();
    }

    @Test
    void anEmptyBlockThatTheDeviceDropsGoesWithItsLastLine() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "interface <word>", opens: interface, whenEmpty: dropped, removal: emptying }
                  - { form: "mtu <number 1-9000>", in: interface, key: 1 }
                """);
        assertThat(engine.read("interface a\n").lines()).isEmpty();
        leadsThereAndBack(
                engine,
                build(engine, "interface a\n mtu 1400\n", "interface a\n no mtu\n"),
                "interface a\n no mtu 1400\n",
                "interface a\n mtu 1400\n");
    }

    @Test
    void aDefaultThatOpensABlockHidesNothingInIt() {
        ConfigEngine engine = engine("""
                defaults: ["interface a"]
                forms:
                  - { form: "interface <word>", opens: interface }
                  - { form: "address <prefix>", in: interface, key: 1 }
                """);
        ConfigTree with = engine.read("interface a\n address 10.77.0.1/24\n");
        assertThat(engine.same(with, engine.read("interface a\n"))).isFalse();
        assertThat(engine.same(engine.read(""), engine.read("interface a\n"))).isTrue();
        leadsThereAndBack(
                engine,
                build(engine, "", "interface a\n address 10.77.0.1/24\n"),
                "interface a\n address 10.77.0.1/24\n",
                "no interface a\n");
    }

    @Test
    void theDeviceMayGiveANumberOrMoveALine() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "list <word> seq <number 1-999> <permit|deny> <prefix>", key: 4 }
                  - { form: "list <word> <permit|deny> <prefix>", becomes: "list {2} seq {next 5} {3} {4}" }
                  - { form: "router", opens: router }
                  - { form: "passive <word>", in: router, becomes: ["interface {2}", "passive"] }
                  - { form: "interface <word>", opens: interface, whenEmpty: dropped, removal: emptying }
                  - { form: "passive", in: interface }
                """);
        leadsThereAndBack(
                engine,
                build(engine, "list pier seq 12 permit 10.77.0.0/16\n", "list pier deny 10.78.0.0/16\n"),
                "list pier seq 15 deny 10.78.0.0/16\n",
                "no list pier seq 15 deny 10.78.0.0/16\n");
        leadsThereAndBack(
                engine,
                build(engine, "router\n", "router\n passive a\n"),
                "interface a\n passive\n",
                "interface a\n no passive\n");
        assertThat(build(engine, "router\ninterface a\n passive\n", "router\n no passive a\n")
                        .outcome()
                        .lines())
                .hasSize(1);
        assertThat(build(engine, "list pier seq 5 permit 10.77.0.0/16\n", "no list pier permit 10.77.0.0/16\n")
                        .outcome()
                        .lines())
                .isEmpty();
    }

    @Test
    void whatRefersToALineMayGoWithIt() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "router <word>", opens: router }
                  - { form: "peer <address> as <number 1-99>", in: router, key: 3, defines: "peer {2} of {above}", takesAlong: true }
                  - { form: "peer <address> key <word>", in: router, key: 3, refers: "peer {2} of {above}" }
                  - { form: "family <word>", in: router, opens: family, whenEmpty: dropped, removal: emptying }
                  - { form: "peer <address> active", in: family, refers: "peer {2} of {above 2}" }
                """);
        DeviceBuild build = build(engine, """
                router tide
                 peer 10.77.0.1 as 7
                 peer 10.77.0.1 key keel
                 family four
                  peer 10.77.0.1 active
                """, "router tide\n no peer 10.77.0.1 as 7\n");
        assertThat(build.outcome().lines().get(0).children()).isEmpty();
        assertThat(build.proof().obstacles()).isEmpty();
        assertThat(engine.text(build.script()))
                .endsWith("no peer 10.77.0.1 as 7\n")
                .contains("no peer 10.77.0.1 active", "no peer 10.77.0.1 key keel");
    }

    @Test
    void whatDoesNotTakeThePlaceOfAnotherIsWrittenAfterIt() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "redistribute <word>", key: 2, overwrites: false }
                  - { form: "redistribute <word> metric <number 1-99>", key: 2, overwrites: false }
                """);
        leadsThereAndBack(
                engine,
                build(engine, "redistribute static metric 5\n", "redistribute static\n"),
                "no redistribute static metric 5\nredistribute static\n",
                "no redistribute static\nredistribute static metric 5\n");
        assertThat(proof(
                                engine,
                                engine.read("redistribute static metric 5\n"),
                                engine.read("redistribute static\n"),
                                "redistribute static\n")
                        .obstacles())
                .singleElement()
                .asString()
                .contains("does not put \"redistribute static\" in the place of");
    }

    @Test
    void aLineThatNothingTakesAwayLeavesTheWayBackUnproven() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "licence <word>", key: 1, removal: never }
                """);
        DeviceBuild build = build(engine, "", "licence tidal\n");
        assertThat(build.proof().proven()).isFalse();
        assertThat(engine.complaints(engine.read("licence tidal\n"), "no licence tidal\n"))
                .singleElement()
                .extracting(LineComplaint::reason)
                .asString()
                .contains("does not take this line away by itself");
    }

    @Test
    void theLastLineIsNoPartOfTheConfigurationInWhicheverWayItIsWritten() {
        for (String last : new String[] {"lastLine: end", "lastLine: end\nvolatile: end", "lastLine: '^end$'"}) {
            ConfigEngine engine = engine(last + """

                    forms:
                      - { form: "contact <text>", key: 1 }
                    """);
            String kept = engine.withoutVolatileLines("contact a\nend\n\n");
            assertThat(engine.readShown(kept).lines()).as(last).hasSize(1);
            assertThat(engine.readShown("contact a\nend").lines()).as(last).hasSize(1);
        }
    }

    @Test
    void theSameLineShownTwiceIsOne() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "contact <text>", key: 1 }
                """);
        assertThat(engine.read("contact a\ncontact a\n").lines()).hasSize(1);
    }

    @Test
    void linesMayBeginWithAValue() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "filter <word>", opens: filter }
                  - { form: "<number 1-999> <permit|deny> <prefix>", in: filter, key: 1, removal: key }
                """);
        leadsThereAndBack(
                engine,
                build(
                        engine,
                        "filter a\n 10 permit 10.77.0.0/16\n",
                        "filter a\n 10 deny 10.77.0.0/16\n 20 permit 10.78.0.0/16\n"),
                "filter a\n 10 deny 10.77.0.0/16\n 20 permit 10.78.0.0/16\n",
                "filter a\n no 20\n 10 permit 10.77.0.0/16\n");
    }

    @Test
    void whatNobodySeesAndWhatIsNoConfigurationIsRefusedWhileWriting() {
        ConfigEngine engine = engine("""
                forms:
                  - { form: "contact <text>", key: 1 }
                  - { form: "end <word>", key: 1 }
                """);
        ConfigTree empty = engine.read("");
        assertThat(reason(engine, empty, "contact who?\n")).contains("question");
        assertThat(reason(engine, empty, "contact \u202Ehctaw\n")).contains("U+202E");
        assertThat(reason(engine, empty, "contact a\u0003\n")).contains("U+0003");
        assertThat(reason(engine, empty, "reload\n")).contains("is a command of the device");
        assertThat(reason(engine, empty, "save\n")).contains("is a command of the device");
        assertThat(engine.complaints(empty, "end tide\n"))
                .as("the profile says that it belongs there")
                .isEmpty();
        assertThat(engine.writeMasked(engine.read("contact \u202Ehctaw\n"))).isEqualTo("contact ⟨U+202E⟩hctaw\n");
    }

    private static String reason(ConfigEngine engine, ConfigTree tree, String lines) {
        return engine.complaints(tree, lines).get(0).reason();
    }
}
