package io.safestep.app.backup.keeping;

/**
 * How backups are kept, for the whole network.
 *
 * @param oldAfterHours a device whose last backup is older than this is told as such
 * @param keepDays versions younger than this are kept
 * @param keepVersions so many of the newest versions of each configuration are kept, however old
 * @param clearsDaily whether what is not to be kept is taken away once a day without a person
 */
public record BackupPolicy(int oldAfterHours, int keepDays, int keepVersions, boolean clearsDaily) {}
