package io.safestep.practice.device;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;

/**
 * A simulated device: its running and startup configurations and the faults switched on. Starting it is a reboot: it
 * runs what startup holds. Safe for use by several sessions.
 */
public final class PracticeDevice {

    private final String name;
    private final String address;
    private final Path startupFile;
    private final Map<Fault, String> faults = new EnumMap<>(Fault.class);
    private CorvaneConfig running;
    private CorvaneConfig startup;

    /**
     * @param address the device's address in the network
     * @param factory what it holds when no startup configuration was stored yet
     * @param startupFile where its startup configuration outlives the process
     */
    public PracticeDevice(String name, String address, String factory, Path startupFile) {
        this.name = name;
        this.address = address;
        this.startupFile = startupFile;
        try {
            startup = CorvaneConfig.load(Files.exists(startupFile) ? Files.readString(startupFile) : factory);
        } catch (IOException e) {
            throw new UncheckedIOException("The startup configuration of " + name + " can't be read.", e);
        }
        running = startup.copy();
    }

    public String name() {
        return name;
    }

    public String address() {
        return address;
    }

    /** The running configuration as it is now; a copy. */
    public synchronized CorvaneConfig running() {
        return running.copy();
    }

    public synchronized CorvaneConfig startup() {
        return startup.copy();
    }

    synchronized String set(String section, String line) {
        if (ignores(line)) {
            // Still looks at it, so that a bad line is refused as ever.
            return running.copy().set(section, line);
        }
        return running.set(section, line);
    }

    synchronized void remove(String section, String target) {
        (ignores("no " + target) ? running.copy() : running).remove(section, target);
    }

    synchronized void save() {
        Path fresh = startupFile.resolveSibling(startupFile.getFileName() + ".new");
        try {
            Files.createDirectories(startupFile.getParent());
            Files.writeString(fresh, running.stored());
            Files.move(fresh, startupFile, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new Refusal("not possible: startup could not be written");
        }
        startup = running.copy();
    }

    public synchronized boolean accepts(String user, String password) {
        return running.accepts(user, password);
    }

    /** @param match the fault applies to lines that contain this text */
    public synchronized void switchOn(Fault fault, String match) {
        faults.put(fault, match);
    }

    public synchronized void switchOff(Fault fault) {
        faults.remove(fault);
    }

    public synchronized Optional<String> fault(Fault fault) {
        return Optional.ofNullable(faults.get(fault));
    }

    private boolean ignores(String line) {
        String match = faults.get(Fault.IGNORES_LINE);
        return match != null && !CorvaneGrammar.isSection(line) && line.contains(match);
    }
}
