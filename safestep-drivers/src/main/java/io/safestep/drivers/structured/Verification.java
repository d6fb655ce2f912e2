package io.safestep.drivers.structured;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptRefusedException;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceTarget;
import java.util.Optional;

/** Compares what a device says with what it holds. */
public final class Verification {

    private final String device;
    private final ConfigEngine engine;

    public Verification(DeviceTarget target) {
        device = target.name();
        engine = new ConfigEngine(target.profile().language());
    }

    /** Whether two texts say the same configuration. */
    public boolean same(String one, String other) throws DeviceException {
        return one.equals(other) || engine.same(tree(one), tree(other));
    }

    /**
     * Whether a device that took a script holds the same configuration as before, though the script would change it. A
     * script that changes nothing, or only what the device never shows, proves nothing.
     */
    public boolean hadNoEffect(String before, String after, Script script) throws DeviceException {
        ConfigTree held = tree(before);
        if (!engine.same(held, tree(after))) {
            return false;
        }
        try {
            return !engine.same(engine.asShown(held), engine.asShown(engine.apply(held, script)));
        } catch (ScriptRefusedException e) {
            return false;
        }
    }

    /**
     * What differs between two configurations.
     *
     * @return in words, secrets masked; empty when they say the same
     */
    public Optional<String> difference(String one, String other) throws DeviceException {
        if (one.equals(other)) {
            return Optional.empty();
        }
        String words = engine.summary(tree(one), tree(other)).inWords();
        return words.isEmpty() ? Optional.empty() : Optional.of(words);
    }

    /**
     * What a configuration holds that a script did not bring.
     *
     * @param before what was there before the script
     * @return in words, secrets masked; empty when there is nothing, or that can't be computed
     */
    public Optional<String> foreign(String before, Script script, String held) throws DeviceException {
        try {
            ConfigTree was = tree(before);
            ConfigTree expected = engine.apply(was, script);
            ConfigTree is = tree(held);
            return engine.goesBeyond(engine.asShown(was), expected, engine.asShown(is))
                    ? Optional.of(engine.summary(engine.asShown(expected), engine.asShown(is))
                            .inWords())
                    : Optional.empty();
        } catch (ScriptRefusedException e) {
            return Optional.empty();
        }
    }

    /** Running after the device said that it wrote startup. */
    public void startupWritten(String running, String startup) throws DeviceException {
        if (!same(running, startup)) {
            throw new DeviceException(
                    Reason.SAVE_FAILED,
                    device + " says that it wrote its startup configuration, but startup still differs from running.");
        }
    }

    private ConfigTree tree(String text) throws DeviceException {
        try {
            return engine.read(text);
        } catch (ConfigSyntaxException e) {
            throw new DeviceException(
                    Reason.TRANSFER_FAILED,
                    "The configuration that " + device + " shows can't be read: " + e.getMessage(),
                    e);
        }
    }
}
