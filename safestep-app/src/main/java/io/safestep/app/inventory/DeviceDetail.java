package io.safestep.app.inventory;

import io.safestep.app.access.StageView;
import io.safestep.app.device.record.Reach;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Everything about one device.
 *
 * @param reach what is said for it about the way into it
 * @param reachedAtPort the TCP port on which it is reached, said for it or not
 * @param credentialWhy where it is said which credential is used; null when nothing says which
 * @param hostKey the trusted host key in a form that people can compare; null before the first session
 * @param offered another host key that it has shown; null when there is none
 * @param lastTest its last connection test; null when there was none
 */
public record DeviceDetail(
        DeviceRow row,
        Reach reach,
        int reachedAtPort,
        @Nullable String credentialWhy,
        @Nullable String hostKey,
        @Nullable Offered offered,
        List<LinkRow> links,
        @Nullable LastTest lastTest) {

    /**
     * @param key in the form {@code type base64}, to be given back with the decision
     * @param fingerprint for people
     */
    public record Offered(String key, String fingerprint) {}

    /** @param far the device or machine at the other end; @param farInterface null when it is not known */
    public record LinkRow(
            String ownInterface, String far, @Nullable String farInterface, boolean farIsDevice) {}

    /** @param at UTC */
    public record LastTest(
            @Nullable Instant at, boolean passed, @Nullable String words, List<StageView> stages) {}
}
