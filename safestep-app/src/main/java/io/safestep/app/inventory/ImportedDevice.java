package io.safestep.app.inventory;

import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A device as a row of an import wants it. What a row leaves blank is as it was.
 *
 * @param before null for a device that is not known yet
 * @param port null for that of its platform
 * @param siteName null when the site is known
 * @param role upper case, as it is stored
 * @param partner null for none
 * @param groups names of groups with a fixed list; null to leave them
 * @param credential null to leave it
 */
record ImportedDevice(
        @Nullable DeviceRow before,
        String name,
        String address,
        @Nullable Integer port,
        String siteCode,
        @Nullable String siteName,
        String role,
        String platform,
        @Nullable String partner,
        Set<String> labels,
        @Nullable Set<String> groups,
        @Nullable String credential) {

    /** Whether it is reached somewhere else than before. */
    boolean moves() {
        return before != null && moves(before);
    }

    private boolean moves(DeviceRow before) {
        return !address.equals(before.address())
                || !Objects.equals(port, before.port())
                || !platform.equals(before.platform());
    }

    boolean changesPlatform() {
        return before != null && !platform.equals(before.platform());
    }

    /** Everything that is wanted, and nothing of what was before. */
    String inWords() {
        return String.join(
                "\t",
                List.of(
                        name,
                        address,
                        String.valueOf(port),
                        siteCode,
                        String.valueOf(siteName),
                        role,
                        platform,
                        String.valueOf(partner),
                        labels.toString(),
                        String.valueOf(groups),
                        String.valueOf(credential)));
    }
}
