package io.safestep.core.pool;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Where in configurations a number stands that belongs to a pool: words of a line with {@code {n}} in its place. */
public final class NumberPlace {

    private static final String PLACE = "{n}";

    private final Pattern pattern;

    /** @throws IllegalArgumentException when no {@code {n}} says where the number is */
    public NumberPlace(String words) {
        int place = words.indexOf(PLACE);
        if (place < 0 || words.indexOf(PLACE, place + 1) >= 0) {
            throw new IllegalArgumentException("{n} has to stand once, where the number is, such as \"tunnel {n}\"");
        }
        String before = words.substring(0, place).strip().replaceAll("\\s+", " ");
        String after = words.substring(place + PLACE.length()).strip().replaceAll("\\s+", " ");
        pattern = Pattern.compile("(?:^| )" + Pattern.quote(before) + (before.isEmpty() ? "" : " ") + "(\\d{1,15})"
                + (after.isEmpty() ? "(?: |$)" : " " + Pattern.quote(after) + "(?: |$)"));
    }

    /** The numbers that stand at this place anywhere in a configuration. */
    public Set<Long> in(ConfigTree tree) {
        Set<Long> found = new TreeSet<>();
        collect(tree.lines(), found);
        return found;
    }

    private void collect(List<ConfigLine> lines, Set<Long> found) {
        for (ConfigLine line : lines) {
            Matcher matcher = pattern.matcher(line.text());
            if (matcher.find()) {
                found.add(Long.parseLong(matcher.group(1)));
            }
            collect(line.children(), found);
        }
    }
}
