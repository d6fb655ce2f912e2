package io.safestep.core.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Addresses, prefixes and masks as texts, against slower rules that are plain to see. */
class WrittenAddressesTest {

    private static final String OCTET = "(25[0-5]|2[0-4][0-9]|1[0-9][0-9]|[1-9]?[0-9])";
    private static final Pattern ADDRESS = Pattern.compile(OCTET + "(\\." + OCTET + "){3}");
    private static final Pattern PREFIX = Pattern.compile(ADDRESS + "/(3[0-2]|[12]?[0-9])");
    private static final String LETTERS = "0123456789./ a-";

    private static IntStream seeds() {
        return IntStream.range(0, 50);
    }

    /** Texts by chance, and real ones in which one letter is another, is missing or stands twice. */
    private static List<String> texts(Random random) {
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < 400; i++) {
            StringBuilder text = new StringBuilder(
                    new IpAddress(random.nextInt()) + (random.nextBoolean() ? "/" + random.nextInt(35) : ""));
            int at = random.nextInt(text.length());
            char letter = LETTERS.charAt(random.nextInt(LETTERS.length()));
            switch (random.nextInt(4)) {
                case 0 -> text.setCharAt(at, letter);
                case 1 -> text.deleteCharAt(at);
                case 2 -> text.insert(at, letter);
                default -> {
                    // As it is.
                }
            }
            texts.add(text.toString());
        }
        return texts;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsAnAddressOrAPrefixIsWhatThePatternSays(int seed) {
        for (String text : texts(new Random(seed))) {
            assertThat(WrittenForms.isAddress(text))
                    .as("seed %d: \"%s\" is an address", seed, text)
                    .isEqualTo(ADDRESS.matcher(text).matches());
            assertThat(WrittenForms.isPrefix(text))
                    .as("seed %d: \"%s\" is a prefix", seed, text)
                    .isEqualTo(PREFIX.matcher(text).matches());
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void anAddressComesBackFromItsTextAndHasTheBitsThatOthersGiveIt(int seed) throws UnknownHostException {
        Random random = new Random(seed);
        for (int i = 0; i < 200; i++) {
            IpAddress address = new IpAddress(random.nextInt());
            assertThat(IpAddress.parse(address.toString())).isEqualTo(address);
            byte[] octets = InetAddress.getByName(address.toString()).getAddress();
            assertThat(address.bits()).isEqualTo(ByteBuffer.wrap(octets).getInt());
            assertThat(address.isMulticast())
                    .isEqualTo(InetAddress.getByAddress(octets).isMulticastAddress());
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aMaskAndALengthSayTheSame(int seed) {
        Random random = new Random(seed);
        IpAddress address = new IpAddress(random.nextInt());
        for (int length = 0; length <= 32; length++) {
            IpAddress mask = new IpAddress(IpPrefix.mask(length));
            InterfaceAddress written = InterfaceAddress.parse(address + "/" + length);
            assertThat(InterfaceAddress.parse(address + " " + mask)).isEqualTo(written);
            assertThat(InterfaceAddress.parse("  " + address + "/" + mask + " "))
                    .isEqualTo(written);
            assertThat(written.toString()).isEqualTo(address + "/" + length);
            assertThat(IpPrefix.parse(written.toString())).isEqualTo(written.prefix());
            assertThat(written.prefix().contains(address)).isTrue();
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void oneBlockHoldsAnotherExactlyWhenItHoldsItsFirstAndItsLast(int seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 400; i++) {
            int near = random.nextInt();
            IpPrefix one = new IpPrefix(near, random.nextInt(33));
            IpPrefix other = new IpPrefix(near ^ (1 << random.nextInt(32)), random.nextInt(33));
            IpAddress last = new IpAddress(other.bits() | ~IpPrefix.mask(other.length()));
            assertThat(one.contains(other))
                    .as("seed %d: %s holds %s", seed, one, other)
                    .isEqualTo(one.contains(other.first()) && one.contains(last));
            assertThat(IpPrefix.ALL.contains(other)).isTrue();
            assertThat(IpPrefix.of(last).contains(last)).isTrue();
            assertThat(one.equals(other)).isEqualTo(one.compareTo(other) == 0);
            assertThat(Integer.signum(one.compareTo(other))).isEqualTo(-Integer.signum(other.compareTo(one)));
        }
    }

    @Test
    void theUpperHalfOfTheAddressesIsNotBelowTheLower() {
        assertThat(IpAddress.parse("200.0.0.1")).isGreaterThan(IpAddress.parse("10.0.0.1"));
        assertThat(IpPrefix.parse("200.0.0.0/8")).isGreaterThan(IpPrefix.parse("10.0.0.0/8"));
        assertThat(IpPrefix.parse("10.0.0.0/16")).isGreaterThan(IpPrefix.parse("10.0.0.0/8"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"255.0.255.0", "0.0.0.1", "255.255.255.1", "127.255.255.255"})
    void aMaskWithHolesIsNone(String mask) {
        assertThatThrownBy(() -> InterfaceAddress.parse("10.77.40.2 " + mask))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("is not a mask");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                " ",
                "10.77.40.2",
                "10.77.40.2/",
                "10.77.40.2/33",
                "10.77.40.2/-1",
                "10.77.40.2/024",
                "/24",
                "a/24"
            })
    void whatIsNoAddressOfAnInterfaceIsRefusedWithTheText(String text) {
        assertThatThrownBy(() -> InterfaceAddress.parse(text)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void lengthsBeyondTheBitsAreRefused() {
        assertThatThrownBy(() -> new IpPrefix(0, 33)).hasMessage("a prefix length is 0 to 32, not 33");
        assertThatThrownBy(() -> new IpPrefix(0, -1)).hasMessage("a prefix length is 0 to 32, not -1");
    }
}
