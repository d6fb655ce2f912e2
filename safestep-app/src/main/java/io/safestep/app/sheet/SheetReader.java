package io.safestep.app.sheet;

import io.safestep.app.problem.ProblemException;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Reads a table from a file, the front door of this package: comma-separated values (RFC 4180), also with semicolons, or the first sheet of an XLSX file. */
public final class SheetReader {

    private static final Logger LOG = LoggerFactory.getLogger(SheetReader.class);

    private static final int MOST_ROWS = 20_000;

    private static final int MOST_COLUMNS = 100;
    private static final int LONGEST_CELL = 1_000;

    /** A small file can hold a very large one. */
    private static final long LARGEST_UNPACKED = 200L * 1024 * 1024;

    private SheetReader() {}

    /**
     * @param number the row's number in the file, counted from 1
     * @param cells stripped of blanks at their ends
     */
    public record Line(int number, List<String> cells) {}

    /**
     * @return the rows with anything in them, the first of them the headings
     * @throws ProblemException when the file can't be read or is too large
     */
    public static List<Line> read(byte[] file) {
        boolean zip = file.length > 3 && file[0] == 'P' && file[1] == 'K';
        try {
            List<Line> lines = zip ? workbook(file) : separated(text(file));
            if (lines.isEmpty()) {
                throw ProblemException.invalid("file", "The file holds no rows.");
            }
            return lines;
        } catch (IOException | RuntimeException e) {
            if (e instanceof ProblemException problem) {
                throw problem;
            }
            LOG.info("A sheet can't be read.", e);
            throw ProblemException.invalid(
                    "file",
                    "The file can't be read as " + (zip ? "an XLSX workbook." : "comma-separated values.")
                            + " Save it as CSV in UTF-8, or as XLSX, and try again.");
        }
    }

    private static String text(byte[] file) throws CharacterCodingException {
        try {
            String text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(file))
                    .toString();
            return text.startsWith("\ufeff") ? text.substring(1) : text;
        } catch (CharacterCodingException e) {
            throw ProblemException.invalid("file", "The file is not in UTF-8. Save it as CSV in UTF-8, or as XLSX.");
        }
    }

    private static List<Line> separated(String text) throws IOException {
        String first = text.lines().findFirst().orElse("");
        char delimiter = first.indexOf(';') >= 0 && first.indexOf(',') < 0 ? ';' : ',';
        CSVFormat format = CSVFormat.RFC4180.builder().setDelimiter(delimiter).get();
        List<Line> lines = new ArrayList<>();
        try (var records = format.parse(new StringReader(text))) {
            for (CSVRecord record : records) {
                add(lines, (int) record.getRecordNumber(), record.toList());
            }
        }
        return lines;
    }

    private static List<Line> workbook(byte[] file) throws IOException {
        refuseLargeInside(file);
        List<Line> lines = new ArrayList<>();
        try (ReadableWorkbook workbook = new ReadableWorkbook(new ByteArrayInputStream(file));
                Stream<Row> rows = workbook.getFirstSheet().openStream()) {
            rows.forEach(row -> {
                String[] cells = new String[Math.min(MOST_COLUMNS, row.getCellCount())];
                Arrays.fill(cells, "");
                row.stream().filter(c -> c != null && c.getText() != null).forEach(c -> {
                    if (c.getColumnIndex() < cells.length) {
                        cells[c.getColumnIndex()] = c.getText();
                    }
                });
                add(lines, row.getRowNum(), List.of(cells));
            });
        }
        return lines;
    }

    /** What the file says of its own sizes is not believed: it is unpacked and counted. */
    private static void refuseLargeInside(byte[] file) throws IOException {
        long unpacked = 0;
        byte[] buffer = new byte[64 * 1024];
        try (ZipFile zip = ZipFile.builder().setByteArray(file).get()) {
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                try (InputStream in = zip.getInputStream(entry)) {
                    unpacked += size(in, buffer, LARGEST_UNPACKED - unpacked);
                }
            }
        }
    }

    private static long size(InputStream in, byte[] buffer, long most) throws IOException {
        long size = 0;
        for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
            size += read;
            if (size > most) {
                throw ProblemException.invalid("file", "What is packed in the file is too large. Split it.");
            }
        }
        return size;
    }

    private static void add(List<Line> lines, int number, List<String> cells) {
        List<String> stripped = cells.stream()
                .limit(MOST_COLUMNS)
                .map(c -> unguarded(c.strip()))
                .map(c -> c.substring(0, Math.min(LONGEST_CELL, c.length())))
                .toList();
        if (stripped.stream().allMatch(String::isEmpty)) {
            return;
        }
        if (lines.size() > MOST_ROWS) {
            throw ProblemException.invalid("file", "The file has more than 20,000 rows. Split it.");
        }
        lines.add(new Line(number, stripped));
    }

    /** An export puts an apostrophe before what a spreadsheet would take for a formula. */
    private static String unguarded(String cell) {
        return cell.length() > 1 && cell.charAt(0) == '\'' && "=+-@".indexOf(cell.charAt(1)) >= 0
                ? cell.substring(1)
                : cell;
    }
}
