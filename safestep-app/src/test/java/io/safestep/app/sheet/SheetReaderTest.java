package io.safestep.app.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.problem.ProblemException;
import io.safestep.app.sheet.SheetReader.Line;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;

class SheetReaderTest {

    private static List<Line> read(String text) {
        return SheetReader.read(text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void commasAndSemicolonsSeparateAndQuotesHoldTogether() {
        assertThat(read("name,address\n\"quay, old\",10.77.1.1\n"))
                .containsExactly(
                        new Line(1, List.of("name", "address")), new Line(2, List.of("quay, old", "10.77.1.1")));
        assertThat(read("name;address\nquay, old;10.77.1.1\n"))
                .containsExactly(
                        new Line(1, List.of("name", "address")), new Line(2, List.of("quay, old", "10.77.1.1")));
        assertThat(read("name,note\nquay,\"she said \"\"slack water\"\"\"\n")
                        .get(1)
                        .cells())
                .containsExactly("quay", "she said \"slack water\"");
    }

    @Test
    void emptyRowsAreLeftOutAndNumbersStayThoseOfTheFile() {
        assertThat(read("name\n ,\n\nquay\n"))
                .extracting(Line::number)
                .as("the second row holds nothing, the third nothing at all")
                .containsExactly(1, 4);
    }

    @Test
    void aMarkOfTheByteOrderAndBlanksAtTheEndsAreNoPartOfACell() {
        assertThat(read("\ufeffname , address\n quay ,10.77.1.1 \n"))
                .extracting(Line::cells)
                .containsExactly(List.of("name", "address"), List.of("quay", "10.77.1.1"));
    }

    @Test
    void theApostropheThatAnExportPutsBeforeAFormulaIsTakenAwayAgain() {
        assertThat(read("note\n'=1+1\n'quay\n-5\n"))
                .extracting(l -> l.cells().get(0))
                .containsExactly("note", "=1+1", "'quay", "-5");
    }

    @Test
    void aWorkbookIsReadByItsFirstSheet() throws IOException {
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(file, "Safe Step", "1.0")) {
            Worksheet first = book.newWorksheet("Devices");
            first.value(0, 0, "name");
            first.value(0, 2, "port");
            first.value(3, 0, "quay");
            first.value(3, 2, 2022);
            book.newWorksheet("Other").value(0, 0, "never read");
        }
        assertThat(SheetReader.read(file.toByteArray()))
                .containsExactly(new Line(1, List.of("name", "", "port")), new Line(4, List.of("quay", "", "2022")));
    }

    @Test
    void whatIsNoTableIsRefusedWithWhatToDo() throws IOException {
        ByteArrayOutputStream zip = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(zip)) {
            out.putNextEntry(new ZipEntry("readme.txt"));
            out.write("no workbook".getBytes(StandardCharsets.UTF_8));
        }
        assertThatThrownBy(() -> SheetReader.read(zip.toByteArray()))
                .isInstanceOf(ProblemException.class)
                .extracting(e -> ((ProblemException) e).errors().get(0).message())
                .asString()
                .contains("can't be read as an XLSX workbook");
        assertThatThrownBy(() -> SheetReader.read(new byte[] {(byte) 0xC3, (byte) 0x28}))
                .extracting(e -> ((ProblemException) e).errors().get(0).message())
                .asString()
                .contains("not in UTF-8");
        assertThatThrownBy(() -> read("\"quay"))
                .extracting(e -> ((ProblemException) e).errors().get(0).message())
                .asString()
                .contains("can't be read as comma-separated values");
        assertThatThrownBy(() -> read("\n \n"))
                .extracting(e -> ((ProblemException) e).errors().get(0).message())
                .isEqualTo("The file holds no rows.");
    }

    @Test
    void aSmallFileThatHoldsAVeryLargeOneIsNotUnpackedToItsEnd() throws IOException {
        ByteArrayOutputStream zip = new ByteArrayOutputStream();
        byte[] zeros = new byte[1024 * 1024];
        try (ZipOutputStream out = new ZipOutputStream(zip)) {
            for (int part = 0; part < 2; part++) {
                out.putNextEntry(new ZipEntry("part" + part));
                for (int i = 0; i < 110; i++) {
                    out.write(zeros);
                }
            }
        }
        assertThat(zip.size()).isLessThan(1024 * 1024);
        assertThatThrownBy(() -> SheetReader.read(zip.toByteArray()))
                .extracting(e -> ((ProblemException) e).errors().get(0).message())
                .isEqualTo("What is packed in the file is too large. Split it.");
    }

    @Test
    void moreRowsAndWiderCellsThanAnybodyMeansAreBounded() {
        assertThatThrownBy(() -> read("name\n" + "quay\n".repeat(20_001)))
                .extracting(e -> ((ProblemException) e).errors().get(0).message())
                .isEqualTo("The file has more than 20,000 rows. Split it.");
        assertThat(read("name\n" + "quay\n".repeat(20_000))).hasSize(20_001);
        Line wide = read("x".repeat(5_000) + ",y".repeat(300)).get(0);
        assertThat(wide.cells()).hasSize(100);
        assertThat(wide.cells().get(0)).hasSize(1_000);
    }
}
