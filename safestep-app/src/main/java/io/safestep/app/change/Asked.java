package io.safestep.app.change;

/**
 * What an author asks for on one device.
 *
 * @param way how it is said
 * @param text lines, or the whole configuration with secrets masked where they stay; empty for a backup
 * @param backupId the backup to return to; null otherwise
 */
public record Asked(Way way, String text, Long backupId) {

    public static Asked lines(String lines) {
        return new Asked(Way.LINES, lines, null);
    }
}
