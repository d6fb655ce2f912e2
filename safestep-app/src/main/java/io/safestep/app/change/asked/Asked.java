package io.safestep.app.change.asked;

import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What an author asks for on one device.
 *
 * @param way how it is said
 * @param text lines, or the whole configuration with secrets masked where they stay; empty otherwise
 * @param backupId the backup to return to, or of another device whose configuration this one takes; null otherwise
 * @param templateVersionId the version of a template; null otherwise
 * @param values by name for a template; by line for the lines of another device that say who it is. May hold secrets
 */
public record Asked(
        Way way,
        String text,
        @Nullable Long backupId,
        @Nullable Long templateVersionId,
        Map<String, String> values) {

    public Asked {
        values = Map.copyOf(values);
    }

    public static Asked lines(String lines) {
        return new Asked(Way.LINES, lines, null, null, Map.of());
    }

    public static Asked template(long versionId, Map<String, String> values) {
        return new Asked(Way.TEMPLATE, "", null, versionId, values);
    }

    /** @param id of a backup of the same device */
    public static Asked returnTo(long id) {
        return new Asked(Way.BACKUP, "", id, null, Map.of());
    }

    /** Whether it takes this version of a template. */
    public boolean isOfTemplate(long versionId) {
        return way == Way.TEMPLATE && templateVersionId != null && templateVersionId == versionId;
    }

    /** The values in the order of their names. */
    public Map<String, String> sortedValues() {
        return new TreeMap<>(values);
    }

    /** The backup to which the device returns, or of the device that is copied. */
    public long backup() {
        if (backupId == null) {
            throw new IllegalStateException("No backup is asked for.");
        }
        return backupId;
    }
}
