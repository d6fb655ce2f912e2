package io.safestep.app.practice;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The practice network as it is now.
 *
 * @param faults all faults that there are
 * @param mails what was sent to its mail sink, the newest first
 */
record PracticeView(List<DeviceRow> devices, List<FaultView> faults, List<MailView> mails) {

    /**
     * @param reachable whether packets of Safe Step reach it now
     * @param off whether it is without power
     */
    record DeviceRow(
            String name,
            String address,
            String site,
            String role,
            String platform,
            boolean reachable,
            boolean off,
            List<FaultOn> faults) {}

    /** @param match the text that it is about; empty when it is about everything */
    record FaultOn(String name, String match) {}

    /** @param match what the text given with the fault means; null when it takes none */
    record FaultView(
            String name,
            String title,
            String meaning,
            @Nullable String match) {}

    record MailView(
            String from,
            List<String> to,
            String subject,
            @Nullable Instant sent,
            String text) {}
}
