package io.safestep.practice.device;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A simulated device: its running and startup configurations, its power and the faults switched on. Starting it is a
 * reboot: it runs what startup holds. Safe for use by several sessions.
 */
public final class PracticeDevice {

    private static final int SHORTEST_DELAY = 1;
    private static final int LONGEST_DELAY = 60_000;
    private static final int USUAL_DELAY = 400;

    private final String name;
    private final @Nullable String address;
    private final String platform;
    private final Path startupFile;
    private final Function<String, DeviceConfiguration> reader;
    private final Clock clock;
    private final Map<Fault, String> faults = new EnumMap<>(Fault.class);
    private final AtomicLong version = new AtomicLong();
    private final AtomicInteger boots = new AtomicInteger();
    private final AtomicLong edits = new AtomicLong();
    private final AtomicLong saves = new AtomicLong();
    private final long switchedOn = System.nanoTime();
    private final LogIns logIns = new LogIns();
    private final DeviceLog log = new DeviceLog(this::now);
    private final ReturnTimer returnTimer = new ReturnTimer(this);
    private DeviceConfiguration running;
    private DeviceConfiguration startup;
    private Instant offUntil = Instant.MIN;
    private int showings;
    private volatile Runnable onChange = () -> {};
    private final List<Runnable> onEdit = new CopyOnWriteArrayList<>();

    /**
     * @param address the device's address in the network; null for one that nobody manages
     * @param platform name of the platform profile that describes its language
     * @param reader reads a stored configuration
     * @param factory what it holds when no startup configuration was stored yet
     * @param startupFile where its startup configuration outlives the process
     */
    public PracticeDevice(
            String name,
            @Nullable String address,
            String platform,
            Function<String, DeviceConfiguration> reader,
            String factory,
            Path startupFile,
            Clock clock) {
        this.name = name;
        this.address = address;
        this.platform = platform;
        this.reader = reader;
        this.startupFile = startupFile;
        this.clock = clock;
        try {
            startup = reader.apply(Files.exists(startupFile) ? Files.readString(startupFile) : factory);
        } catch (IOException e) {
            throw new UncheckedIOException("The startup configuration of " + name + " can't be read.", e);
        }
        running = startup.copy();
    }

    public String name() {
        return name;
    }

    public @Nullable String address() {
        return address;
    }

    public String platform() {
        return platform;
    }

    /** The box as it shows itself; another one stands in its place while the fault {@link Fault#REPLACED} is on. */
    public synchronized Box box() {
        return Box.of(platform, name + (faults.containsKey(Fault.REPLACED) ? " replaced" : ""));
    }

    /** The name that it gives itself. */
    public synchronized String hostname() {
        return running.hostname();
    }

    /** The running configuration as it is now; a copy. */
    public synchronized DeviceConfiguration running() {
        return running.copy();
    }

    public synchronized DeviceConfiguration startup() {
        return startup.copy();
    }

    /** Goes up with everything that may change what the network model sees. */
    public long version() {
        return version.get();
    }

    /** @param listener called after everything that may change what the network model sees */
    public void onChange(Runnable listener) {
        onChange = listener;
    }

    /** @param listener called after the running configuration was changed; must not wait */
    public void onEdit(Runnable listener) {
        onEdit.add(listener);
    }

    public void noLongerOnEdit(Runnable listener) {
        onEdit.remove(listener);
    }

    private void touch() {
        version.incrementAndGet();
        onChange.run();
    }

    /** Stays the same as long as neither running nor startup was changed; another one after every start. */
    public String marker() {
        return Long.toHexString(switchedOn) + "-" + boots.get() + "-" + edits.get() + "-" + saves.get();
    }

    public ReturnTimer returnTimer() {
        return returnTimer;
    }

    public LogIns logIns() {
        return logIns;
    }

    public DeviceLog log() {
        return log;
    }

    public void noteLogIn(String account, String from) {
        logIns.note(account, from, now());
    }

    /** What its own clock shows. */
    public Instant now() {
        String minutes = fault(Fault.CLOCK_BEHIND).orElse("0");
        return clock.instant().minus(Duration.ofMinutes(minutes.matches("\\d{1,6}") ? Long.parseLong(minutes) : 180));
    }

    /** The licence that is in force on the box. */
    public String licence() {
        return "licence for " + box().model() + "\nserial " + box().serial() + "\nfeatures base routing filters\n";
    }

    /** How often the device was started again: sessions of an earlier start are over. */
    public int boots() {
        return boots.get();
    }

    /**
     * Changes the running configuration, or leaves it as it is when the change is refused.
     *
     * @throws Refusal when the change refuses
     */
    public synchronized <T> T change(Function<DeviceConfiguration, T> change) {
        DeviceConfiguration next = running.copy();
        T result = change.apply(next);
        running = next;
        log.note("configuration changed");
        edits.incrementAndGet();
        onEdit.forEach(Runnable::run);
        touch();
        return result;
    }

    /** Puts another configuration in the place of the running one. */
    public synchronized void replace(DeviceConfiguration next) {
        running = next.copy();
        log.note("configuration replaced");
        edits.incrementAndGet();
        onEdit.forEach(Runnable::run);
        touch();
    }

    /** Runs what startup holds, without starting anew. */
    public synchronized void restoreStartup() {
        replace(startup);
    }

    /** @throws Refusal when startup can't be written */
    public synchronized void save() {
        store(running);
    }

    /** @throws Refusal when startup can't be written */
    public synchronized void store(DeviceConfiguration configuration) {
        if (faults.containsKey(Fault.STARTUP_WRITE_FAILS)) {
            throw new Refusal("not possible: startup could not be written, the storage does not answer");
        }
        Path fresh = startupFile.resolveSibling(startupFile.getFileName() + ".new");
        try {
            Files.createDirectories(startupFile.getParent());
            Files.writeString(fresh, configuration.stored());
            Files.move(fresh, startupFile, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new Refusal("not possible: startup could not be written");
        }
        startup = configuration.copy();
        log.note("startup written");
        saves.incrementAndGet();
    }

    /** Reads a configuration in the device's language. */
    public DeviceConfiguration read(String text) {
        return reader.apply(text);
    }

    /** Takes the power away for a while; after that the device runs what startup holds. */
    public synchronized void reboot(Duration off) {
        running = startup.copy();
        offUntil = clock.instant().plus(off);
        boots.incrementAndGet();
        log.note("restarted");
        touch();
    }

    public synchronized boolean isOff() {
        return clock.instant().isBefore(offUntil);
    }

    /** @param from the address from which somebody logs in */
    public synchronized boolean accepts(String user, String password, String from) {
        boolean accepted = !faults.containsKey(Fault.WRONG_PASSWORD) && running.accepts(user, password);
        if (accepted) {
            noteLogIn(user, from);
        }
        return accepted;
    }

    /** @param match what the fault is about, see {@link Fault#match()} */
    public synchronized void switchOn(Fault fault, String match) {
        faults.put(fault, match);
        touch();
    }

    public synchronized void switchOff(Fault fault) {
        faults.remove(fault);
        touch();
    }

    public synchronized Optional<String> fault(Fault fault) {
        return Optional.ofNullable(faults.get(fault));
    }

    public synchronized boolean has(Fault fault) {
        return faults.containsKey(fault);
    }

    /** Whether a fault that is about lines is about this one. */
    public synchronized boolean concerns(Fault fault, String line) {
        String match = faults.get(fault);
        return match != null && line.contains(match);
    }

    /** Whether the device closes this connection at once; counts those that it closes. */
    public synchronized boolean closesConnection() {
        String given = faults.get(Fault.CLOSES_CONNECTIONS);
        if (given == null) {
            return false;
        }
        int left = given.matches("\\d{1,4}") ? Integer.parseInt(given) : 1;
        faults.put(Fault.CLOSES_CONNECTIONS, Integer.toString(Math.max(0, left - 1)));
        return left > 0;
    }

    /**
     * What of a configuration is shown to whoever asks.
     *
     * @throws Refusal when the account may not see it
     */
    public synchronized DeviceConfiguration shownTo(DeviceConfiguration configuration) {
        if (faults.containsKey(Fault.UNREADABLE)) {
            throw new Refusal("refused: this account may not see the configuration");
        }
        return faults.containsKey(Fault.GARBLES) && showings++ % 2 == 1 ? configuration.half() : configuration;
    }

    /** How late every answer is; nothing without the fault. */
    public synchronized Duration delay() {
        String given = faults.get(Fault.SLOW);
        if (given == null) {
            return Duration.ZERO;
        }
        int millis = given.matches("\\d{1,6}") ? Integer.parseInt(given) : USUAL_DELAY;
        return Duration.ofMillis(Math.min(LONGEST_DELAY, Math.max(SHORTEST_DELAY, millis)));
    }
}
