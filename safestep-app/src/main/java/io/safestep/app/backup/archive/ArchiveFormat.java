package io.safestep.app.backup.archive;

import java.util.List;

/**
 * What stands in an archive of backups (a ZIP file): configurations, a table of them ({@code index.csv}, RFC 4180), words
 * for people ({@code README.txt}), and SHA-256 of each of these in the form that {@code sha256sum -c} reads ({@code
 * SHA256SUMS}).
 */
final class ArchiveFormat {

    static final String INDEX = "index.csv";
    static final String SUMS = "SHA256SUMS";
    static final String README = "README.txt";

    static final String PARTNER = "partner";

    /** With a semicolon between two: a label may have blanks. */
    static final String LABELS = "labels";

    /** Empty for that of the platform. */
    static final String PORT = "port";

    static final List<String> COLUMNS = List.of(
            "path",
            "device",
            "kind",
            "file",
            "taken",
            "secrets",
            "platform",
            "address",
            "role",
            "site code",
            "site",
            PARTNER,
            LABELS,
            PORT);

    /** Archives that were written before partners and labels were in them are read as well. */
    static final List<String> NEEDED = COLUMNS.subList(0, COLUMNS.indexOf(PARTNER));

    /** Values of the column {@code secrets}. */
    static final String CLEAR = "clear";

    static final String MASKED = "masked";

    static final String WORDS = """
            Backups of network configurations, exported from Safe Step.

            Is it whole?      Unpack it, and there:  sha256sum -c SHA256SUMS
            What is in it?    index.csv tells device, kind and time of each file; times are UTC.
            Secrets           The column "secrets" tells whether they stand there in clear, or as a mask.
                              Passwords that a device never shows are not in a backup.

            To restore a device with Safe Step, also a new one without its old database:
              1. Import this archive (Backups, Archive). Devices that are not known are added, with their partners
                 and labels. Links are found again by a search that walks from one of them.
              2. Back the device up as it is now.
              3. Make a change for it that returns to the version from this archive, and run it.
            Without Safe Step: the files are in the language of the device, and can be given to it as its
            documentation says.
            """;

    private ArchiveFormat() {}
}
