package io.safestep.app.sight;

import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.Scope;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Which devices somebody sees, and on which they may act, at the moment of a request. What is outside is to them as if it did
 * not exist: a device that they ask for by name is not there, and lists go without it.
 *
 * <p>Endpoints take it as an argument. What is computed is computed with the whole network; what of it is told goes through
 * here.
 */
public final class Sight {

    /** What may be the name of a device; with a full stop at the end of a sentence. */
    private static final Pattern NAME = Pattern.compile("[A-Za-z0-9][A-Za-z0-9._-]*");

    private static final String ELSEWHERE = "a device outside your scope";

    private final String login;
    private final Scope scope;
    private final @Nullable Set<String> read;
    private final Set<String> hidden;
    /** The same in lower case: people write names as they like. */
    private final Set<String> hiddenInText;

    private final @Nullable Set<String> acted;
    private final @Nullable Map<Long, String> sites;
    private final @Nullable Map<Long, String> groups;

    /**
     * @param login whose it is
     * @param scope from which it comes
     * @param read names of the devices that are seen; null for all, also for those that come to be
     * @param hidden names of the devices that are not seen
     * @param acted names of those of them on which they may act; null for all that are seen
     * @param sites the sites of which they know, names by ids; null for all
     * @param groups the groups of which they know, names by ids; null for all
     */
    public Sight(
            String login,
            Scope scope,
            @Nullable Set<String> read,
            Set<String> hidden,
            @Nullable Set<String> acted,
            @Nullable Map<Long, String> sites,
            @Nullable Map<Long, String> groups) {
        this.login = login;
        this.scope = scope;
        this.read = read;
        this.hidden = hidden;
        this.hiddenInText =
                hidden.stream().map(name -> name.toLowerCase(Locale.ROOT)).collect(Collectors.toSet());
        this.acted = acted;
        this.sites = sites;
        this.groups = groups;
    }

    /** Of somebody whose scope is all devices. */
    public static Sight everything(String login) {
        return new Sight(login, Scope.EVERYWHERE, null, Set.of(), null, null, null);
    }

    /** Whose it is. */
    public String login() {
        return login;
    }

    public Scope scope() {
        return scope;
    }

    public boolean readsEverything() {
        return read == null;
    }

    public boolean actsOnEverything() {
        return read == null && acted == null;
    }

    public boolean reads(String device) {
        return read == null || read.contains(device);
    }

    public boolean acts(String device) {
        return reads(device) && (acted == null || acted.contains(device));
    }

    /** Whether there is a device of this name that is not seen. */
    public boolean hides(String name) {
        return hidden.contains(name);
    }

    /**
     * A sentence as it is told to them: devices that they do not see have no name in it. Not for configurations and what
     * devices say, which are shown as they are.
     */
    public String told(String sentence) {
        return hidden.isEmpty()
                ? sentence
                : NAME.matcher(sentence)
                        .replaceAll(m -> hiddenInText.contains(bare(m.group()).toLowerCase(Locale.ROOT))
                                ? ELSEWHERE
                                        + m.group().substring(bare(m.group()).length())
                                : Matcher.quoteReplacement(m.group()));
    }

    public @Nullable String toldOrNull(@Nullable String sentence) {
        return sentence == null ? null : told(sentence);
    }

    private static String bare(String word) {
        int end = word.length();
        while (end > 0 && ".-_".indexOf(word.charAt(end - 1)) >= 0) {
            end--;
        }
        return word.substring(0, end);
    }

    public boolean knowsSite(long id) {
        return sites == null || sites.containsKey(id);
    }

    public boolean knowsGroup(long id) {
        return groups == null || groups.containsKey(id);
    }

    public boolean knowsSite(String name) {
        return sites == null || sites.containsValue(name);
    }

    public boolean knowsGroup(String name) {
        return groups == null || groups.containsValue(name);
    }

    /** Those that are about a device that is seen, in their order. */
    public <T> List<T> seen(Collection<T> all, Function<T, String> device) {
        return all.stream().filter(one -> reads(device.apply(one))).toList();
    }

    public List<String> seen(Collection<String> devices) {
        return seen(devices, Function.identity());
    }

    /** Names of the devices on which they may act, sorted; null for all that they see. */
    public @Nullable List<String> actedNames() {
        return acted == null ? null : acted.stream().sorted().toList();
    }

    /** Names of the devices that are seen, for questions to the database; nothing when all are. */
    public Set<String> names() {
        return read == null ? Set.of() : read;
    }

    /** @throws ProblemException the same as when there is no such device */
    public void mustRead(String device) {
        if (!reads(device)) {
            throw ProblemException.notFound("A device called " + device);
        }
    }

    /** @throws ProblemException that names those that do not seem to exist */
    public void mustRead(Collection<String> devices) {
        devices.forEach(this::mustRead);
    }

    /** @throws ProblemException when they do not see it, or may not act on it */
    public void mustAct(String device) {
        mustAct(List.of(device));
    }

    /** @throws ProblemException that names those of them on which they may not act */
    public void mustAct(Collection<String> devices) {
        mustRead(devices);
        Set<String> beyond = devices.stream().filter(d -> !acts(d)).collect(Collectors.toCollection(TreeSet::new));
        if (!beyond.isEmpty()) {
            throw ProblemException.forbidden(
                    (beyond.size() == 1 ? beyond.iterator().next() + " is" : names(beyond) + " are")
                            + " not among the devices on which you may act. Ask somebody whose scope holds "
                            + (beyond.size() == 1 ? "it." : "them."));
        }
    }

    private static String names(Set<String> devices) {
        int shown = 3;
        String first = devices.stream().limit(shown).collect(Collectors.joining(", "));
        return devices.size() <= shown ? first : first + " and " + (devices.size() - shown) + " more";
    }

    /**
     * For what concerns the network as a whole.
     *
     * @param what to begin a sentence with
     * @throws ProblemException unless they may act on all devices
     */
    public void mustActOnEverything(String what) {
        if (!actsOnEverything()) {
            throw ProblemException.forbidden(
                    what
                            + " holds for all devices, and your scope is some of them. Ask somebody whose scope is all devices.");
        }
    }
}
