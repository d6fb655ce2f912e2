package io.safestep.core.platform.reading;

import io.safestep.core.platform.text.BoundedText;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * How a device is asked what it hears from the devices at the other ends of its cables (IEEE 802.1AB).
 *
 * @param command the words to send
 * @param row a pattern that finds one row of the answer, with the named groups {@code interface}, {@code name}, {@code
 *     port} and {@code address}; the last may be missing in a row
 */
public record LinkReading(String command, Pattern row) {

    private static final int MOST = 2_000;

    /**
     * What is heard at one interface.
     *
     * @param interfaceName the device's own interface
     * @param name the other device's name
     * @param port the other device's interface
     * @param address where the other device is managed, an IPv4 address; null when it does not say
     */
    public record Heard(
            String interfaceName,
            String name,
            String port,
            @Nullable String address) {}

    /** In the order of the answer. */
    public List<Heard> in(String answer) {
        List<Heard> heard = new ArrayList<>();
        for (String line : answer.split("\n")) {
            Matcher matcher = row.matcher(BoundedText.of(line));
            if (matcher.find() && heard.size() < MOST) {
                heard.add(new Heard(
                        matcher.group("interface").strip(),
                        matcher.group("name").strip(),
                        matcher.group("port").strip(),
                        matcher.group("address")));
            }
        }
        return heard;
    }
}
