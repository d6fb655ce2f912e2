package io.safestep.app.inventory;

import java.util.List;

/**
 * What an import would do, or has done.
 *
 * @param plan to be given back with the import, which is refused when it would do something else by then
 * @param ignoredColumns headings that can't be imported
 * @param rows bad ones first, then in the order of the file; rows that change nothing are counted only
 */
record ImportView(
        String plan,
        boolean done,
        int added,
        int changed,
        int same,
        int bad,
        List<String> ignoredColumns,
        List<ImportRow> rows) {}
