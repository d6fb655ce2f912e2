package io.safestep.cli;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.compare.Edit;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.facts.UnmodelledLine;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/** Tries a platform profile on a real device, step by step, and changes nothing there. */
final class ProfileTrial {

    private static final int MOST_EXAMPLES = 5;
    private static final int MOST_ROWS = 3;
    private static final int MOST_TRIED = 10;

    /** How a step ended. */
    enum Outcome {
        PASSED,
        /** It works, but somebody should look at it. */
        LOOK,
        FAILED,
        NOT_TRIED
    }

    /** @param examples lines that belong to it, secrets masked */
    record Step(Outcome outcome, String name, String sentence, List<String> examples) {}

    private final PlatformProfile profile;
    private final DeviceTarget target;
    private final DeviceConnector connector;
    private final Consumer<Step> report;
    private boolean allPassed = true;

    ProfileTrial(DeviceTarget target, DeviceConnector connector, Consumer<Step> report) {
        this.profile = target.profile();
        this.target = target;
        this.connector = connector;
        this.report = report;
    }

    /** @return whether every step passed */
    boolean run() {
        try (DeviceSession session = connector.connect(target)) {
            step(Outcome.PASSED, "log in", "Connected, logged in, and the device waits for commands.");
            String running = session.readRunning();
            step(Outcome.PASSED, "read running", running.lines().count() + " lines.");
            look(running, session.readRunning());
            readStartup(session, running);
            for (ReadCommand read : profile.reads()) {
                tryRead(session, read);
            }
        } catch (DeviceException e) {
            step(Outcome.FAILED, stage(e), e.getMessage());
        }
        step(Outcome.NOT_TRIED, "configure", "Entering configuration mode, pushing and saving: this check only reads.");
        return allPassed;
    }

    private static String stage(DeviceException e) {
        return switch (e.reason()) {
            case NAME_NOT_FOUND -> "name";
            case NO_ROUTE -> "route";
            case CONNECTION_REFUSED -> "port";
            case HOST_KEY_CHANGED -> "host key";
            case LOGIN_REFUSED -> "log in";
            case PROMPT_NOT_RECOGNISED -> "prompt";
            default -> "conversation";
        };
    }

    /** As the application reads: without what is volatile, whole, and twice. */
    private void look(String running, String again) {
        ConfigEngine engine = new ConfigEngine(profile.language());
        ConfigTree tree;
        try {
            tree = engine.readShown(engine.withoutVolatileLines(running));
            List<Edit> moved = engine.compare(tree, engine.readShown(engine.withoutVolatileLines(again)));
            step(
                    moved.isEmpty() ? Outcome.PASSED : Outcome.FAILED,
                    "read running again",
                    moved.isEmpty()
                            ? "Shown again, it is the same."
                            : "Shown again at once, it differs in " + moved.size()
                                    + (moved.size() == 1 ? " place" : " places")
                                    + ": say what is volatile, or a backup never comes about.");
        } catch (ConfigSyntaxException e) {
            step(Outcome.FAILED, "understand running", "Line " + e.line() + ": " + e.getMessage());
            return;
        }
        List<String> strange = new ArrayList<>();
        int lines = describe("", "", tree.lines(), strange);
        examples(
                strange.isEmpty() ? Outcome.PASSED : Outcome.LOOK,
                "forms",
                strange.isEmpty()
                        ? "Every line has a form: " + lines + " lines."
                        : strange.size() + " of " + lines + " lines have no form. They are compared as they stand;"
                                + " a new value is added beside the old one instead of replacing it.",
                strange);
        boolean same = engine.same(tree, engine.read(engine.write(tree)));
        step(
                same ? Outcome.PASSED : Outcome.FAILED,
                "write and read again",
                same
                        ? "What is read can be written, and reads the same."
                        : "What is read and written again reads as something else: look at the forms that open blocks.");
        change(engine, tree);
        network(tree);
    }

    /** A change that nobody wants: the last line that can be taken away and put back. Nothing of it is sent. */
    private void change(ConfigEngine engine, ConfigTree tree) {
        String tried = null;
        List<String> obstacles = List.of();
        for (int i = tree.lines().size() - 1; i >= Math.max(0, tree.lines().size() - MOST_TRIED); i--) {
            List<ConfigLine> others = new ArrayList<>(tree.lines());
            ConfigLine gone = others.remove(i);
            if (!gone.meaning().known()) {
                continue;
            }
            try {
                DeviceBuild build = engine.build(tree, new ConfigTree(others, tree.closingComments()));
                String script = String.join(" / ", engine.maskedLines(build.script()));
                if (build.proof().proven()) {
                    examples(
                            Outcome.PASSED,
                            "derive a change",
                            "Taking away \"" + masked(gone) + "\" and putting it back is derived and proven; not sent.",
                            List.of(
                                    "script: " + script,
                                    "undo: " + String.join(" / ", engine.maskedLines(build.undo()))));
                    return;
                }
                tried = masked(gone);
                obstacles = build.proof().obstacles();
            } catch (ConfigSyntaxException e) {
                tried = masked(gone);
                obstacles = List.of(e.getMessage());
            }
        }
        if (tried == null) {
            step(Outcome.LOOK, "derive a change", "No line at the top has a form by which it could be taken away.");
        } else {
            examples(
                    Outcome.LOOK,
                    "derive a change",
                    "Of the last lines at the top, none can be taken away and put back by what the profile says. Tried: \""
                            + tried + "\".",
                    obstacles);
        }
    }

    private String masked(ConfigLine line) {
        return profile.language().masked("", line.text());
    }

    private int describe(String block, String path, List<ConfigLine> lines, List<String> strange) {
        Language language = profile.language();
        int count = 0;
        for (ConfigLine line : lines) {
            count++;
            String here = (path.isEmpty() ? "" : path + " › ") + language.masked(block, line.text());
            if (!line.meaning().known()) {
                strange.add("line " + line.number() + ": " + here);
            }
            count += describe(line.meaning().blockBeneath(), here, line.children(), strange);
        }
        return count;
    }

    private void network(ConfigTree tree) {
        if (profile.network().rules().isEmpty()) {
            step(Outcome.LOOK, "network", "The profile says nothing about the network, so that there is no forecast.");
            return;
        }
        DeviceFacts facts = new FactReader(profile).read(target.name(), tree);
        List<UnmodelledLine> left = facts.unmodelled();
        long addresses = facts.interfaces().values().stream()
                .mapToLong(i -> i.addresses().size())
                .sum();
        examples(
                left.isEmpty() ? Outcome.PASSED : Outcome.LOOK,
                "network",
                facts.interfaces().size() + " interfaces with " + addresses + " addresses"
                        + (left.isEmpty()
                                ? "; every line is modelled."
                                : "; " + left.size() + " lines are not modelled."),
                left.stream()
                        .map(l -> "line " + l.number() + ": " + l.path() + " (" + l.why() + ")")
                        .toList());
    }

    private void readStartup(DeviceSession session, String running) throws DeviceException {
        try {
            String startup = session.readStartup();
            ConfigEngine engine = new ConfigEngine(profile.language());
            boolean same = engine.same(
                    engine.readShown(engine.withoutVolatileLines(running)),
                    engine.readShown(engine.withoutVolatileLines(startup)));
            step(
                    Outcome.PASSED,
                    "read startup",
                    startup.lines().count() + " lines, "
                            + (same ? "the same as running." : "other than running: something is not saved."));
        } catch (ConfigSyntaxException e) {
            step(Outcome.FAILED, "read startup", "Line " + e.line() + ": " + e.getMessage());
        } catch (DeviceException e) {
            if (e.reason() != DeviceException.Reason.NOT_POSSIBLE) {
                throw e;
            }
            step(Outcome.PASSED, "read startup", e.getMessage());
        }
    }

    private void tryRead(DeviceSession session, ReadCommand read) throws DeviceException {
        String name = "read " + read.name();
        if (!read.arguments().isEmpty()) {
            step(Outcome.NOT_TRIED, name, "It needs " + String.join(" and ", read.arguments()) + ".");
            return;
        }
        try {
            String answer = session.ask(read, Map.of()).text();
            int rows = read.rows(answer).size();
            if (answer.isBlank()) {
                step(Outcome.PASSED, name, "The device has nothing to tell here.");
                return;
            }
            examples(
                    rows > 0 ? Outcome.PASSED : Outcome.LOOK,
                    name,
                    rows > 0
                            ? rows + (rows == 1 ? " row." : " rows.")
                            : "The device answered with " + answer.lines().count()
                                    + " lines, in which the row pattern finds nothing.",
                    read.rows(answer).stream()
                            .limit(MOST_ROWS)
                            .map(Object::toString)
                            .toList());
        } catch (DeviceException e) {
            if (e.reason() != DeviceException.Reason.LINE_REFUSED) {
                throw e;
            }
            if (read.optional()) {
                step(Outcome.PASSED, name, e.getMessage() + " It is optional.");
            } else {
                step(Outcome.FAILED, name, e.getMessage());
            }
        }
    }

    private void step(Outcome outcome, String name, String sentence) {
        examples(outcome, name, sentence, List.of());
    }

    private void examples(Outcome outcome, String name, String sentence, List<String> all) {
        allPassed &= outcome == Outcome.PASSED || outcome == Outcome.NOT_TRIED;
        List<String> shown = new ArrayList<>(all.subList(0, Math.min(MOST_EXAMPLES, all.size())));
        if (all.size() > MOST_EXAMPLES) {
            shown.add("and " + (all.size() - MOST_EXAMPLES) + " more");
        }
        report.accept(new Step(outcome, name, sentence, shown));
    }
}
