package io.safestep.core.identity;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.identity.IdentityLine.Kind;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.form.LineWord;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Gives one device the configuration of another: finds the lines that say who the other one is, and puts what somebody
 * decided about each in their place. The front door of this package.
 */
public final class IdentityLines {

    private static final String BENEATH = " › ";

    private final PlatformProfile profile;
    private final Language language;

    public IdentityLines(PlatformProfile profile) {
        this.profile = profile;
        this.language = profile.language();
    }

    /**
     * A device with its configuration.
     *
     * @param serial null when it is not known
     */
    public record Holder(String name, @Nullable String serial, ConfigTree configuration) {}

    /** What a line of a configuration is beside its text. */
    private record Place(String block, String path, ConfigLine line) {

        String full(Language language) {
            return path + language.masked(block, line.meaning());
        }
    }

    private interface Visit {
        void at(Place place);
    }

    private static void walk(Language language, String block, String path, List<ConfigLine> lines, Visit visit) {
        for (ConfigLine line : lines) {
            Place place = new Place(block, path, line);
            visit.at(place);
            if (!line.meaning().holdsText()) {
                walk(language, line.meaning().blockBeneath(), place.full(language) + BENEATH, line.children(), visit);
            }
        }
    }

    /** Lines of the one that say who it is, in their order, each with what the other has at the same place. */
    public List<IdentityLine> of(Holder from, Holder to) {
        List<IdentityLine> own = saying(to);
        Set<String> held = new HashSet<>();
        walk(
                language,
                "",
                "",
                to.configuration().lines(),
                place -> held.add(place.path() + place.line().text()));
        Map<String, Kind> words = words(from);
        List<IdentityLine> lines = new ArrayList<>();
        walk(language, "", "", from.configuration().lines(), place -> {
            boolean same = held.contains(place.path() + place.line().text());
            kind(place, words)
                    .filter(k -> !same)
                    .ifPresent(kind -> lines.add(new IdentityLine(
                            kind,
                            place.full(language),
                            language.masked(place.block(), place.line().meaning()),
                            place.line().number(),
                            own.stream()
                                    .filter(o -> kind != Kind.HIDDEN_SECRET
                                            && o.kind() == kind
                                            && o.path().equals(place.path() + o.text()))
                                    .filter(o -> firstWord(o.text())
                                            .equals(firstWord(place.line().text())))
                                    .map(IdentityLine::text)
                                    .toList())));
        });
        return lines;
    }

    private List<IdentityLine> saying(Holder holder) {
        Map<String, Kind> words = words(holder);
        List<IdentityLine> lines = new ArrayList<>();
        walk(
                language,
                "",
                "",
                holder.configuration().lines(),
                place -> kind(place, words)
                        .ifPresent(kind -> lines.add(new IdentityLine(
                                kind,
                                place.full(language),
                                language.masked(place.block(), place.line().meaning()),
                                place.line().number(),
                                List.of()))));
        return lines;
    }

    private static String firstWord(String text) {
        return text.split(" ", 2)[0];
    }

    private Map<String, Kind> words(Holder holder) {
        Map<String, Kind> words = new HashMap<>();
        words.put(holder.name(), Kind.NAME);
        if (holder.serial() != null) {
            words.put(holder.serial(), Kind.SERIAL);
        }
        DeviceFacts facts = new FactReader(profile).read(holder.name(), holder.configuration());
        facts.interfaces()
                .values()
                .forEach(i -> i.addresses().forEach(a -> {
                    words.put(a.address().toString(), Kind.ADDRESS);
                    words.put(a.toString(), Kind.ADDRESS);
                }));
        return words;
    }

    private Optional<Kind> kind(Place place, Map<String, Kind> words) {
        String text = place.line().text();
        if (language.holdsHiddenValue(place.block(), text)) {
            return Optional.of(Kind.HIDDEN_SECRET);
        }
        return language.lineWords(place.block(), text).stream()
                .filter(LineWord::value)
                .map(word -> words.get(bare(word.text())))
                .filter(k -> k != null)
                .findFirst();
    }

    /** An address may be written with another length than that of the interface. */
    private static String bare(String word) {
        try {
            return word.indexOf('/') > 0
                    ? InterfaceAddress.parse(word).address().toString()
                    : word;
        } catch (IllegalArgumentException e) {
            return word; // no address
        }
    }

    /**
     * The configuration of the one with decisions about its lines.
     *
     * @param lines as {@link #of} gives them
     * @param decisions by path: the line to be there instead, without the lines above it; empty to leave it out with all
     *     beneath it
     */
    public Decided decided(ConfigTree from, List<IdentityLine> lines, Map<String, String> decisions) {
        Set<String> paths = new HashSet<>();
        lines.forEach(line -> paths.add(line.path()));
        List<String> complaints = new ArrayList<>();
        List<ConfigLine> decided = level("", "", from.lines(), paths, decisions, complaints);
        List<IdentityLine> undecided = lines.stream()
                .filter(line -> !decisions.containsKey(line.path()))
                .toList();
        return new Decided(new ConfigTree(decided, from.closingComments()), undecided, complaints);
    }

    private List<ConfigLine> level(
            String block,
            String path,
            List<ConfigLine> lines,
            Set<String> paths,
            Map<String, String> decisions,
            List<String> complaints) {
        List<ConfigLine> kept = new ArrayList<>();
        for (ConfigLine line : lines) {
            String masked = language.masked(block, line.meaning());
            String here = path + masked;
            String decision = paths.contains(here) ? decisions.get(here) : null;
            if (decision != null && decision.isBlank()) {
                continue;
            }
            ConfigLine taken = line;
            if (decision != null && !decision.strip().equals(masked)) {
                language.complaint(block, decision.strip())
                        .ifPresent(c -> complaints.add("In the place of \"" + here + "\": " + c.sentence()));
                taken = new ConfigLine(
                        language.meaning(block, decision.strip()), line.number(), line.children(), line.comments());
            }
            kept.add(
                    line.meaning().holdsText()
                            ? taken
                            : new ConfigLine(
                                    taken.meaning(),
                                    taken.number(),
                                    level(
                                            line.meaning().blockBeneath(),
                                            here + BENEATH,
                                            line.children(),
                                            paths,
                                            decisions,
                                            complaints),
                                    taken.comments()));
        }
        return kept;
    }
}
