package io.safestep.core.network.ownpath;

import io.safestep.core.address.IpAddress;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.Lifeline;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The end of the path between Safe Step and a device that lies in the device's own configuration: the interface with the
 * address to which Safe Step talks, and that it is switched on. The front door of this package. What other devices do to
 * the path is the network model's business.
 */
public final class OwnPath {

    /** More commands in the one block than anybody writes; after those only the end is looked at. */
    private static final int MOST_LOOKS = 200;

    private final ConfigEngine engine;
    private final Language language;
    private final FactReader facts;
    private final IpAddress address;
    private final String written;

    /** @param address to which Safe Step talks, as the device knows it */
    public OwnPath(PlatformProfile profile, IpAddress address) {
        this.engine = new ConfigEngine(profile.language());
        this.language = profile.language();
        this.facts = new FactReader(profile);
        this.address = address;
        this.written = address.toString();
    }

    /**
     * What a script does to the path.
     *
     * @param command the first after which the path is cut, counted from 0
     * @param text that command, secrets masked
     * @param comesBack whether the path is there again when the whole script has been sent
     */
    public record Cut(int command, String text, boolean comesBack) {}

    /** The block that opens the interface with the address; {@link Lifeline#NONE} when no interface has it. */
    public Lifeline lifeline(ConfigTree tree) {
        Optional<InterfaceFacts> own = own(tree);
        if (own.isEmpty()) {
            return Lifeline.NONE;
        }
        List<ConfigLine> path = new ArrayList<>();
        List<ConfigLine> level = tree.lines();
        while (true) {
            Optional<ConfigLine> holder = holder(path, level);
            if (holder.isEmpty()) {
                return Lifeline.NONE;
            }
            path.add(holder.get());
            boolean opensInterface = facts.interfaces(only(path, List.of()))
                    .containsKey(own.get().name());
            if (opensInterface) {
                return new Lifeline(
                        path.stream().map(line -> line.meaning().key()).toList());
            }
            level = holder.get().children();
        }
    }

    private Optional<ConfigLine> holder(List<ConfigLine> path, List<ConfigLine> level) {
        return level.stream()
                .filter(line -> line.meaning().opensBlock() && speaksOfIt(line))
                .filter(line -> own(only(path, List.of(line))).isPresent())
                .findFirst();
    }

    /** A configuration of nothing but one path of blocks and what stands in the last of them. */
    private static ConfigTree only(List<ConfigLine> path, List<ConfigLine> beneath) {
        List<ConfigLine> lines = beneath;
        for (int i = path.size() - 1; i >= 0; i--) {
            ConfigLine line = path.get(i);
            lines = List.of(new ConfigLine(line.meaning(), line.number(), lines, List.of()));
        }
        return new ConfigTree(lines, List.of());
    }

    private Optional<InterfaceFacts> own(ConfigTree tree) {
        List<ConfigLine> speaking =
                tree.lines().stream().filter(this::speaksOfIt).toList();
        return facts.interfaces(new ConfigTree(speaking, List.of())).values().stream()
                .filter(InterfaceFacts::enabled)
                .filter(i -> i.addresses().stream().anyMatch(a -> a.address().equals(address)))
                .findFirst();
    }

    /** Whether the address stands in the line or beneath: few lines have to be looked at closely. */
    private boolean speaksOfIt(ConfigLine line) {
        if (line.text().contains(written)) {
            return true;
        }
        for (ConfigLine child : line.children()) {
            if (speaksOfIt(child)) {
                return true;
            }
        }
        return false;
    }

    /** The first command of a script after which Safe Step could not reach the device; empty when there is none. */
    public Optional<Cut> cut(ConfigTree baseline, Script script) {
        Lifeline lifeline = lifeline(baseline);
        if (lifeline.keys().isEmpty()) {
            return Optional.empty();
        }
        int looks = 0;
        for (int i = 0; i < script.lines().size() && looks < MOST_LOOKS; i++) {
            if (script.lines().get(i).depth() == 0 || touches(lifeline, script, i)) {
                looks++;
                if (isCut(lifeline, baseline, script, i + 1)) {
                    return Optional.of(new Cut(
                            i,
                            engine.maskedLines(script).get(i).strip(),
                            !isCut(lifeline, baseline, script, script.lines().size())));
                }
            }
        }
        return Optional.empty();
    }

    private boolean touches(Lifeline lifeline, Script script, int index) {
        ScriptLine top = script.lines().get(index);
        for (int i = index; top.depth() > 0; i--) {
            top = script.lines().get(i);
        }
        return lifeline.keys().get(0).equals(language.meaning("", top.text()).key());
    }

    private boolean isCut(Lifeline lifeline, ConfigTree baseline, Script script, int sent) {
        ConfigTree held = engine.apply(baseline, new Script(script.lines().subList(0, sent)));
        return held.lines().stream()
                .filter(line -> line.meaning().key().equals(lifeline.keys().get(0)))
                .noneMatch(line -> own(new ConfigTree(List.of(line), List.of())).isPresent());
    }
}
