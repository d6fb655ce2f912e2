package io.safestep.core.inventory;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What a new device could be: its role, site, partner and groups, from the names of the devices that are known and from
 * the links. Each proposal has its reason; a person accepts it or not. The front door of this package, beside {@link
 * GroupRule}.
 */
public final class Proposals {

    private static final int MANY_LINKS = 5;

    /** Abbreviations that are usual in the trade, for a network of which nothing is known yet. */
    private static final Map<String, String> USUAL_ROLES = Map.ofEntries(
            Map.entry("co", "core"),
            Map.entry("core", "core"),
            Map.entry("ds", "distribution"),
            Map.entry("dist", "distribution"),
            Map.entry("rt", "distribution"),
            Map.entry("ac", "access"),
            Map.entry("acc", "access"),
            Map.entry("sw", "access"),
            Map.entry("gw", "edge"),
            Map.entry("edge", "edge"),
            Map.entry("fw", "firewall"),
            Map.entry("rl", "relay"),
            Map.entry("relay", "relay"));

    private final Map<String, String> sites = new HashMap<>();
    private final Map<String, Known> known = new TreeMap<>();
    private final Map<String, Newcomer> newcomers = new TreeMap<>();

    /**
     * A device that Safe Step knows already.
     *
     * @param siteCode short name of its site
     * @param role lower case
     * @param partner name of its partner, or null
     * @param groups the groups with a fixed list that hold it
     */
    public record Known(
            String name,
            String siteCode,
            String siteName,
            String role,
            @Nullable String partner,
            Set<String> groups) {}

    /** @param linkedWith names of the devices at the other ends of its links */
    public record Newcomer(String name, Set<String> linkedWith) {}

    /** @param reason why, in words that follow the value */
    public record Proposal(String value, String reason) {}

    /**
     * What is proposed for one device.
     *
     * @param site code of a site; of one that is not known yet when {@code newSite}
     * @param partner null for none
     */
    public record Proposed(
            Proposal site,
            boolean newSite,
            Proposal role,
            @Nullable Proposal partner,
            List<Proposal> groups) {}

    /** @param sites names of all known sites by their short names */
    public Proposals(Map<String, String> sites, Collection<Known> known, Collection<Newcomer> newcomers) {
        sites.forEach((code, name) -> this.sites.put(code.toLowerCase(Locale.ROOT), name));
        known.forEach(k -> this.known.put(k.name(), k));
        newcomers.forEach(n -> this.newcomers.put(n.name(), n));
    }

    public Proposed of(Newcomer device) {
        DeviceName name = DeviceName.of(device.name());
        Proposal site = site(device, name);
        Proposal role = role(device, name);
        Proposal partner = partner(device, name, role.value());
        boolean newSite = !sites.containsKey(site.value().toLowerCase(Locale.ROOT));
        return new Proposed(site, newSite, role, partner, groups(site.value(), role.value(), partner));
    }

    private Proposal site(Newcomer device, DeviceName name) {
        Proposal byName = majority(
                k -> name.place() != null
                        && name.place().equals(DeviceName.of(k.name()).place()),
                Known::siteCode);
        if (byName != null) {
            return byName;
        }
        Proposal byLinks = majority(k -> device.linkedWith().contains(k.name()), Known::siteCode);
        if (byLinks != null) {
            return new Proposal(byLinks.value(), byLinks.reason().replaceFirst("^named like", "linked with"));
        }
        if (name.place() != null && sites.containsKey(name.place())) {
            return new Proposal(name.place(), "its name begins with the short name of " + sites.get(name.place()));
        }
        return name.place() == null
                ? new Proposal("new", "neither its name nor its links tell the site")
                : new Proposal(name.place(), "its name begins so, and no known site is called so");
    }

    private Proposal role(Newcomer device, DeviceName name) {
        Proposal byName = majority(
                k -> name.job() != null
                        && name.job().equals(DeviceName.of(k.name()).job()),
                Known::role);
        if (byName != null) {
            return byName;
        }
        String usual = name.job() == null ? null : USUAL_ROLES.get(name.job());
        if (usual != null) {
            return new Proposal(usual, "“" + name.job() + "” in its name");
        }
        int links = device.linkedWith().size();
        return links >= MANY_LINKS
                ? new Proposal("distribution", "linked with " + links + " devices")
                : new Proposal("access", links == 0 ? "nothing speaks for another one" : "linked with few devices");
    }

    /**
     * A partner is named alike and stands in the same place of the network: linked with the device itself, or with at
     * least two others that it is linked with. Access switches have machines that hang on one of them only.
     */
    private @Nullable Proposal partner(Newcomer device, DeviceName name, String role) {
        if (role.equals("access")) {
            return null;
        }
        return Stream.concat(
                        known.values().stream().filter(k -> k.partner() == null).map(Known::name),
                        newcomers.keySet().stream())
                .filter(other -> !other.equals(device.name()) && name.pairsWith(DeviceName.of(other)))
                .map(other -> pairing(device, other))
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
    }

    /** Null when the links do not speak for it. */
    private @Nullable Proposal pairing(Newcomer device, String other) {
        if (device.linkedWith().contains(other)) {
            return new Proposal(other, "named alike and linked with it");
        }
        Newcomer second = newcomers.get(other);
        if (second == null) {
            return null;
        }
        Set<String> common = new TreeSet<>(device.linkedWith());
        common.retainAll(second.linkedWith());
        return common.size() < 2 ? null : new Proposal(other, "named alike and linked with the same devices");
    }

    private List<Proposal> groups(String site, String role, @Nullable Proposal partner) {
        Map<String, String> found = new LinkedHashMap<>();
        Known second = partner == null ? null : known.get(partner.value());
        if (second != null) {
            second.groups().forEach(g -> found.put(g, "its partner is in it"));
        }
        List<Known> alike = known.values().stream()
                .filter(k -> k.siteCode().equals(site) && k.role().equals(role))
                .toList();
        Map<String, Integer> held = new TreeMap<>();
        alike.forEach(k -> k.groups().forEach(g -> held.merge(g, 1, Integer::sum)));
        held.forEach((group, count) -> {
            if (count * 2 > alike.size()) {
                found.putIfAbsent(group, "it holds most devices with this role there");
            }
        });
        List<Proposal> proposals = new ArrayList<>();
        found.forEach((group, reason) -> proposals.add(new Proposal(group, reason)));
        return proposals;
    }

    /** What most of the chosen devices have; null when none was chosen or no value has more than half. */
    private @Nullable Proposal majority(Predicate<Known> which, Function<Known, String> what) {
        List<Known> chosen = known.values().stream().filter(which).toList();
        Map<String, Integer> counts = new HashMap<>();
        chosen.forEach(k -> counts.merge(what.apply(k), 1, Integer::sum));
        return counts.entrySet().stream()
                .max(Comparator.<Map.Entry<String, Integer>>comparingInt(Map.Entry::getValue)
                        .thenComparing(Map.Entry::getKey))
                .filter(e -> e.getValue() * 2 > chosen.size())
                .map(e -> new Proposal(
                        e.getKey(), reason(chosen, k -> what.apply(k).equals(e.getKey()))))
                .orElse(null);
    }

    private static String reason(List<Known> chosen, Predicate<Known> agreeing) {
        List<Known> alike = chosen.stream().filter(agreeing).toList();
        String others = alike.size() == 1 ? "" : " and " + (alike.size() - 1) + " more";
        return "named like " + alike.get(0).name() + others;
    }
}
