package io.safestep.core.network.facts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.packet.PacketFilter;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What single values mean, and what is refused. */
class WrittenFactsTest {

    @ParameterizedTest
    @CsvSource({"0, 0", "0.0.0.0, 0", "12, 12", "0.0.0.12, 12", "4294967295, 4294967295", "255.255.255.255, 4294967295"
    })
    void anAreaIsANumberOrHasTheFormOfAnAddress(String text, long area) {
        assertThat(WrittenFacts.area(text)).isEqualTo(area);
    }

    @Test
    void vlansAreListedWithCommasAndRanges() {
        assertThat(WrittenFacts.vlanNumbers("2, 40-43,4094")).containsExactly(2, 40, 41, 42, 43, 4094);
    }

    @Test
    void aBlockMayBeOneAddressOrAnything() {
        assertThat(WrittenFacts.block("any")).isEqualTo(IpPrefix.ALL);
        assertThat(WrittenFacts.block("10.77.2.1")).isEqualTo(IpPrefix.parse("10.77.2.1/32"));
        assertThat(WrittenFacts.block("10.77.2.0/24")).isEqualTo(IpPrefix.parse("10.77.2.0/24"));
    }

    @Test
    void onePortIsARangeOfOne() {
        assertThat(WrittenFacts.ports("22")).isEqualTo(new PacketFilter.Ports(22, 22));
        assertThat(WrittenFacts.ports("1024-2047")).isEqualTo(new PacketFilter.Ports(1024, 2047));
    }

    @Test
    void aProtocolIsANameOrItsNumber() {
        assertThat(WrittenFacts.protocol("tcp")).isEqualTo(Packet.TCP);
        assertThat(WrittenFacts.protocol("47")).isEqualTo(47);
    }

    static Stream<Arguments> refused() {
        return Stream.of(
                refused(WrittenFacts::number, "-1", "is not a number"),
                refused(WrittenFacts::number, "1234567890", "is not a number"),
                refused(WrittenFacts::yesOrNo, "perhaps", "neither yes nor no"),
                refused(WrittenFacts::asNumber, "0", "autonomous system"),
                refused(WrittenFacts::asNumber, "4294967296", "autonomous system"),
                refused(WrittenFacts::asNumber, "65.1", "autonomous system"),
                refused(WrittenFacts::area, "4294967296", "is not an area"),
                refused(WrittenFacts::area, "0.0.0.256", ""),
                refused(WrittenFacts::vlanNumbers, "0", "is not a VLAN number"),
                refused(WrittenFacts::vlanNumbers, "4090-4095", "is not a VLAN number"),
                refused(WrittenFacts::vlanNumbers, "2,,3", "is not a number"),
                refused(WrittenFacts::pointToPoint, "ring", "is not modelled"),
                refused(WrittenFacts::allows, "maybe", "neither allows nor drops"),
                refused(WrittenFacts::protocol, "carrier", "is not a number"),
                refused(WrittenFacts::block, "10.77.2", ""),
                refused(WrittenFacts::ports, "22-", "is not a number"),
                refused(WrittenFacts::source, "rumour", "is no source of routes"),
                refused(WrittenFacts::defaultRoute, "sometimes", "neither always"));
    }

    private static Arguments refused(Function<String, Object> reading, String text, String words) {
        return Arguments.of(text, words, reading);
    }

    @ParameterizedTest(name = "\"{0}\": {1}")
    @MethodSource
    void refused(String text, String words, Function<String, Object> reading) {
        assertThatThrownBy(() -> reading.apply(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(words);
    }
}
