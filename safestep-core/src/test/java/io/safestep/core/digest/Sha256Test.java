package io.safestep.core.digest;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class Sha256Test {

    /** The example of FIPS 180-2, appendix B.1. */
    @Test
    void isThatOfTheStandard() {
        assertThat(Sha256.hex("abc")).isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
        assertThat(Sha256.of("abc".getBytes(java.nio.charset.StandardCharsets.US_ASCII)))
                .hasSize(32)
                .startsWith((byte) 0xba, (byte) 0x78);
    }

    @Test
    void partsAreToldApart() {
        assertThat(new Sha256().text("ab").text("c").hex())
                .isNotEqualTo(new Sha256().text("a").text("bc").hex())
                .isNotEqualTo(new Sha256().text("abc").hex());
        assertThat(new Sha256().number(1).text("").hex())
                .isNotEqualTo(new Sha256().text("").number(1).hex());
        assertThat(new Sha256().text("Brinehaven").hex())
                .isEqualTo(new Sha256().text("Brinehaven").hex())
                .isEqualTo(Sha256.hex("10;Brinehaven"));
    }
}
