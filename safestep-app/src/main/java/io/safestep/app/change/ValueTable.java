package io.safestep.app.change;

import io.safestep.app.problem.ProblemException;
import io.safestep.app.sheet.SheetReader;
import java.util.List;

/**
 * A sheet of values for the devices of a change, as it was read.
 *
 * @param headings of the columns, from the first row
 * @param rows the rows below, as long as the headings at most
 */
public record ValueTable(List<String> headings, List<List<String>> rows) {

    /** More rows than a change may have devices are a mistake. */
    private static final int MOST_ROWS = 500;

    /** @throws ProblemException when the file can't be read, or is not such a sheet */
    static ValueTable read(byte[] file) {
        List<SheetReader.Line> lines = SheetReader.read(file);
        if (lines.size() > MOST_ROWS + 1) {
            throw ProblemException.invalid(
                    "file", "The file has more than 500 rows; a change has at most 200 devices.");
        }
        return new ValueTable(
                lines.get(0).cells(),
                lines.stream().skip(1).map(SheetReader.Line::cells).toList());
    }
}
