package io.safestep.core.risk;

import io.safestep.core.change.Category;
import io.safestep.core.check.definition.Topic;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What risk and approval rules look at in a change, as it is or would be submitted.
 *
 * @param category standard for the widest change that a standard change lets through
 * @param parts its devices, also those to which nothing is sent
 * @param checks how many checks its author or the library has put to it
 * @param services names of services near its devices, or whose packets pass them; with the names of those devices
 * @param outsideWindows it is to run at another time than those that come again and again
 */
public record Submission(
        Category category, List<Part> parts, int checks, Map<String, Set<String>> services, boolean outsideWindows) {

    public Submission {
        parts = List.copyOf(parts);
        services = Map.copyOf(services);
    }

    /**
     * One device.
     *
     * @param place where it stands and what it is
     * @param topics parts of the network's work that its script touches
     * @param commands how many commands are sent to it
     * @param proven its way back is proven
     * @param cutsPath Safe Step could not reach it after one of the commands
     */
    public record Part(String device, Place place, Set<Topic> topics, int commands, boolean proven, boolean cutsPath) {

        public Part {
            topics = Set.copyOf(topics);
        }
    }

    /**
     * @param site its id
     * @param siteName as people call it
     * @param groups ids of the groups that hold it
     * @param role in lower case, as in the words of the product
     * @param platform name of its profile
     */
    public record Place(long site, String siteName, Set<Long> groups, String role, String platform) {

        public Place {
            groups = Set.copyOf(groups);
        }
    }

    /** It would run before it is approved. */
    public boolean emergency() {
        return category == Category.EMERGENCY;
    }

    /**
     * As the widest change that a standard change lets through: what it touches on one device it could touch on each, and to
     * each something could be sent.
     */
    public Submission widest() {
        Set<Topic> topics = parts.stream().flatMap(p -> p.topics().stream()).collect(Collectors.toSet());
        return new Submission(
                Category.STANDARD,
                parts.stream()
                        .map(p -> new Part(
                                p.device(), p.place(), topics, Math.max(1, p.commands()), p.proven(), p.cutsPath()))
                        .toList(),
                checks,
                services,
                outsideWindows);
    }

    /** The devices to which something is sent. */
    public List<Part> changed() {
        return parts.stream().filter(p -> p.commands() > 0).toList();
    }

    /** Names, at most three of them, and how many there are beside. */
    public static String names(Collection<Part> parts) {
        int shown = 3;
        String first = String.join(
                ", ", parts.stream().map(Part::device).sorted().limit(shown).toList());
        return parts.size() <= shown ? first : first + " and " + (parts.size() - shown) + " more";
    }
}
