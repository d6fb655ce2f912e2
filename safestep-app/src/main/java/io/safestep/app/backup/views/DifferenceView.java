package io.safestep.app.backup.views;

import java.util.List;

/**
 * What differs between two versions.
 *
 * @param summary in one line; empty when nothing differs
 * @param rows in two columns, secrets masked, every row with its parents
 */
public record DifferenceView(
        String fromDevice,
        BackupView from,
        String toDevice,
        BackupView to,
        String summary,
        List<DifferenceRowView> rows) {}
