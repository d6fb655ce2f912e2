package io.safestep.app.backup.views;

import java.util.List;

/**
 * What differs between a version and what a device would hold after a change.
 *
 * @param device which would hold it
 * @param summary in one line; empty when nothing differs
 * @param rows in two columns, secrets masked, every row with its parents
 */
public record OutcomeDifferenceView(
        String fromDevice, BackupView from, String device, String summary, List<DifferenceRowView> rows) {}
