package io.safestep.app.inventory;

import io.safestep.app.sheet.Cells;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/** Writes tables as comma-separated values (RFC 4180) and as XLSX workbooks. */
final class SheetWriter {

    private static final int WIDEST = 60;
    private static final int MOST_MEASURED = 200;

    private SheetWriter() {}

    /** A table with its headings as the first row. */
    record Table(String title, List<List<String>> rows) {}

    static Table devices(List<DeviceRow> devices) {
        List<SheetColumn> columns = Arrays.asList(SheetColumn.values());
        List<List<String>> rows = new ArrayList<>();
        rows.add(columns.stream().map(SheetColumn::title).toList());
        devices.forEach(d -> rows.add(columns.stream().map(c -> c.of(d)).toList()));
        return new Table("Devices", rows);
    }

    /** With a byte order mark, by which spreadsheets know UTF-8. */
    static byte[] csv(Table table) {
        StringWriter text = new StringWriter();
        text.write('\ufeff');
        try (CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180)) {
            for (List<String> row : table.rows()) {
                printer.printRecord(row.stream().map(Cells::text).toList());
            }
        } catch (IOException e) {
            throw new UncheckedIOException("Writing to memory does not fail.", e);
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    static byte[] workbook(List<Table> tables) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook workbook = new Workbook(bytes, "Safe Step", "1.0")) {
            for (Table table : tables) {
                sheet(workbook.newWorksheet(table.title()), table.rows());
            }
        } catch (IOException e) {
            throw new UncheckedIOException("Writing to memory does not fail.", e);
        }
        return bytes.toByteArray();
    }

    private static void sheet(Worksheet sheet, List<List<String>> rows) {
        for (int r = 0; r < rows.size(); r++) {
            List<String> row = rows.get(r);
            for (int c = 0; c < row.size(); c++) {
                // As text, never as a formula.
                sheet.value(r, c, row.get(c));
            }
        }
        int columns = rows.get(0).size();
        for (int c = 0; c < columns; c++) {
            int column = c;
            int longest = rows.stream()
                    .limit(MOST_MEASURED)
                    .mapToInt(row -> column < row.size() ? row.get(column).length() : 0)
                    .max()
                    .orElse(0);
            sheet.width(c, Math.min(WIDEST, longest + 2));
        }
        sheet.range(0, 0, 0, Math.max(0, columns - 1)).style().bold().set();
        sheet.freezePane(1, 1);
    }
}
