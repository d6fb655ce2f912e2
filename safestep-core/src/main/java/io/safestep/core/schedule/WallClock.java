package io.safestep.core.schedule;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/**
 * Times as people read them on the wall of the network's zone.
 *
 * @param zone of the network
 */
public record WallClock(ZoneId zone) {

    private static final DateTimeFormatter DAY_AND_TIME =
            DateTimeFormatter.ofPattern("EEE d MMM HH:mm", Locale.ENGLISH);
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm", Locale.ENGLISH);

    /** For example {@code Wed 25 Nov 01:30}. */
    public String dayAndTime(Instant at) {
        return DAY_AND_TIME.format(at.atZone(zone));
    }

    /** For example {@code 01:30}. */
    public String time(Instant at) {
        return TIME.format(at.atZone(zone));
    }

    /** For example {@code 45 s}, {@code 34 min}, {@code 2 h 10}, {@code 3 days}: as long as needed and no longer. */
    public static String span(Duration length) {
        long seconds = length.abs().toSeconds();
        if (seconds < 90) {
            return seconds + " s";
        }
        long minutes = Math.round(seconds / 60.0);
        if (minutes < 100) {
            return minutes + " min";
        }
        long hours = minutes / 60;
        return hours < 48 ? String.format(Locale.ENGLISH, "%d h %02d", hours, minutes % 60) : hours / 24 + " days";
    }
}
