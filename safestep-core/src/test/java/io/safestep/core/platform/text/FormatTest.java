package io.safestep.core.platform.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class FormatTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "<config/> | XML",
                "'  <?xml version=\"1.0\"?>' | XML",
                "'{\"a\":1}' | JSON",
                "'\n [1]' | JSON",
                "interface quay 1 | INDENTED",
                "'! {' | INDENTED",
                "'' | INDENTED",
            })
    void aTextIsToldByHowItBegins(String text, Format format) {
        assertThat(Format.lookedLike(text)).isEqualTo(format);
    }

    @Test
    void linesAreNeverTakenForAnotherNotation() {
        assertThat(Format.INDENTED.begins("<config/>")).isFalse();
        assertThat(Format.INDENTED.begins("interface quay 1")).isFalse();
    }

    @ParameterizedTest
    @EnumSource(Format.class)
    void aProfileNamesEachInSmallLetters(Format format) {
        assertThat(Format.named(format.name().toLowerCase())).isEqualTo(format);
        assertThatThrownBy(() -> Format.named(format.name())).isInstanceOf(ProfileException.class);
    }

    @Test
    void anotherNameIsRefusedWithThoseThatThereAre() {
        assertThatThrownBy(() -> Format.named("yaml"))
                .hasMessage("The format \"yaml\" is not known: indented, xml, json.");
    }

    @Test
    void aValueIsWrittenSoThatItCanNotEndWhatStandsAroundIt() {
        assertThat(Format.XML.escaped("a<b>&\"'")).isEqualTo("a&lt;b&gt;&amp;&quot;&apos;");
        assertThat(Format.JSON.escaped("a\"b\\c")).isEqualTo("a\\\"b\\\\c");
        assertThat(Format.INDENTED.escaped("a<b>&\"'\\")).isEqualTo("a<b>&\"'\\");
    }

    @Test
    void onlyLinesAreTakenOneByOne() {
        assertThat(Format.INDENTED.taking()).isEqualTo(Format.Taking.LINE_BY_LINE);
        assertThat(Format.XML.taking()).isEqualTo(Format.Taking.AT_ONCE);
        assertThat(Format.JSON.taking()).isEqualTo(Format.Taking.REQUEST_BY_REQUEST);
        assertThat(Format.INDENTED.structured()).isFalse();
        assertThat(Format.XML.structured()).isTrue();
        assertThat(Format.JSON.structured()).isTrue();
    }
}
