package io.safestep.app.inventory;

import io.safestep.core.digest.Sha256;
import java.util.Comparator;
import java.util.List;

/**
 * What a file would do.
 *
 * @param rows one for each row of the file, in its order
 * @param wanted the devices of the rows that are good and change something
 * @param ignoredColumns headings that can't be imported
 */
record ImportPlan(List<ImportRow> rows, List<ImportedDevice> wanted, List<String> ignoredColumns) {

    int count(ImportRow.Verdict verdict) {
        return (int) rows.stream().filter(r -> r.is(verdict)).count();
    }

    /** The same for two plans only when they do the same. */
    String hash() {
        StringBuilder all = new StringBuilder(rows.toString());
        wanted.forEach(d -> all.append('\n').append(d.inWords()));
        return Sha256.hex(all.toString());
    }

    ImportView view(boolean done) {
        return new ImportView(
                hash(),
                done,
                count(ImportRow.Verdict.ADD),
                count(ImportRow.Verdict.CHANGE),
                count(ImportRow.Verdict.SAME),
                count(ImportRow.Verdict.BAD),
                ignoredColumns,
                rows.stream()
                        .filter(r -> !r.is(ImportRow.Verdict.SAME))
                        .sorted(Comparator.comparing((ImportRow r) -> !r.is(ImportRow.Verdict.BAD))
                                .thenComparing(ImportRow::row))
                        .toList());
    }
}
