package io.safestep.practice.corvane;

import io.safestep.practice.device.DeviceConfiguration;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.NetworkView;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.device.Refusal;
import io.safestep.practice.device.SessionDropped;
import java.time.Duration;
import java.time.temporal.ChronoUnit;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What one session has typed so far, and what the device answers. One for each session. */
public final class CommandInterpreter {

    private static final String ADDRESS = "\\d{1,3}(?:\\.\\d{1,3}){3}";

    private static final Pattern ASKING = Pattern.compile("(?:ping (?<ping>" + ADDRESS + ")|probe (?<to>" + ADDRESS
            + ") (?<port>\\d{1,5}))(?: from (?<source>" + ADDRESS + "))?");

    /** Lines whose end is a text of which every blank counts. */
    private static final Pattern FREE_TEXT =
            Pattern.compile("^(?:no )?(?:contact|description|neighbour \\S+ description) ");

    private final PracticeDevice device;
    private final NetworkView network;

    /** Null outside configuration mode; else the section that was entered, empty at the top. */
    private @Nullable String section;

    /** What the device held before the last line that was applied since configuration mode was entered. */
    private @Nullable DeviceConfiguration beforeLastLine;

    /** The banner that is being typed, first line and all since; null when none is. */
    private @Nullable StringBuilder banner;

    private boolean paging = true;
    private boolean ended;

    public CommandInterpreter(PracticeDevice device, NetworkView network) {
        this.device = device;
        this.network = network;
    }

    public String prompt() {
        String place = banner != null ? "banner" : section;
        String mode = place == null ? "" : place.isEmpty() ? " @ configure" : " @ " + place;
        return "[" + device.hostname() + mode + "] ";
    }

    public boolean paging() {
        return paging;
    }

    public boolean ended() {
        return ended;
    }

    /**
     * Takes one command.
     *
     * @return what the device says, without a final line feed; empty when it has nothing to say
     */
    public String take(String typed) {
        if (banner != null) {
            return bannerLine(banner, typed.stripTrailing());
        }
        String command = typed.strip();
        if (!FREE_TEXT.matcher(command).find()) {
            command = command.replaceAll(" +", " ");
        }
        if (command.isEmpty() || command.startsWith("#")) {
            return "";
        }
        try {
            return section == null ? operate(command) : configure(section, command);
        } catch (Refusal refusal) {
            return String.valueOf(refusal.getMessage());
        }
    }

    /** Everything up to the end mark belongs to the banner, whatever it looks like. */
    private String bannerLine(StringBuilder banner, String line) {
        banner.append('\n').append(line);
        if (!line.strip().equals(CorvaneGrammar.bannerEnd(banner.substring(0, banner.indexOf("\n"))))) {
            return "";
        }
        String whole = banner.toString();
        this.banner = null;
        try {
            line(whole);
            return "";
        } catch (Refusal refusal) {
            return String.valueOf(refusal.getMessage());
        }
    }

    private String configure(String section, String command) {
        if (section.isEmpty() && CorvaneGrammar.bannerEnd(command) != null) {
            banner = new StringBuilder(command);
            return "";
        }
        switch (command) {
            case "done" -> {
                if (beforeLastLine != null && device.has(Fault.LOSES_LAST_LINE)) {
                    device.replace(beforeLastLine);
                }
                beforeLastLine = null;
                this.section = null;
            }
            case "leave" -> {
                if (section.isEmpty()) {
                    throw new Refusal("refused: already at the top, type done to end");
                }
                this.section = "";
            }
            default -> line(command);
        }
        return "";
    }

    private void line(String line) {
        if (device.concerns(Fault.REJECTS_LINE, line)) {
            throw new Refusal("refused: \"" + line + "\" is not accepted at this time");
        }
        String place = Objects.requireNonNull(section);
        DeviceConfiguration before = device.running();
        boolean ignored = device.concerns(Fault.IGNORES_LINE, line) && !CorvaneGrammar.isSection(line);
        if (ignored) {
            // Still looks at it, so that a bad line is refused as ever.
            section = apply((CorvaneConfig) before, place, line);
        } else {
            section = device.change(config -> apply((CorvaneConfig) config, place, line));
            beforeLastLine = before;
        }
        if (device.concerns(Fault.DROPS_SESSION, line)) {
            throw new SessionDropped();
        }
    }

    /** @return the section in which the next line stands */
    private String apply(CorvaneConfig config, String section, String line) {
        if (line.startsWith("no ")) {
            new CorvaneRules(config).checkRemoval(section, line.substring(3));
            config.remove(section, line.substring(3));
            return section;
        }
        new CorvaneRules(config).checkSet(section, line);
        return config.set(section, line);
    }

    private String operate(String command) {
        return switch (command) {
            case "configure" -> {
                mayConfigure();
                section = "";
                yield "";
            }
            case "save" -> {
                device.save();
                yield "startup written";
            }
            case "restore startup" -> {
                mayConfigure();
                device.restoreStartup();
                yield "startup in force";
            }
            case "return-timer stop" -> {
                mayConfigure();
                if (!device.returnTimer().stop()) {
                    throw new Refusal("refused: no return timer runs");
                }
                yield "return timer stopped";
            }
            case "return-timer now" -> {
                mayConfigure();
                if (!device.returnTimer().goBack()) {
                    throw new Refusal("refused: no return timer runs");
                }
                yield "went back";
            }
            case "show return-timer" ->
                device.returnTimer().isRunning()
                        ? "return timer runs, " + device.returnTimer().left().toSeconds() + " seconds left"
                        : "no return timer runs";
            case "paging off" -> {
                paging = false;
                yield "";
            }
            case "paging on" -> {
                paging = true;
                yield "";
            }
            case "quit" -> {
                ended = true;
                yield "";
            }
            case "show running" -> shown(device.running());
            case "show startup" -> shown(device.startup());
            case "show version" ->
                "Corvane Tidewater 4.2\nname " + device.hostname() + "\nmodel "
                        + device.box().model() + "\nserial " + device.box().serial();
            case "show marker" -> "change marker " + device.marker();
            case "show licence" -> device.licence();
            case "show log-ins" ->
                "clock " + device.now() + "\n"
                        + device.logIns().newestFirst().stream()
                                .map(l -> l.at() + "  " + l.account() + "  from " + l.from())
                                .collect(Collectors.joining("\n"));
            case "show log" ->
                "clock " + device.now() + "\n"
                        + device.log().oldestFirst().stream()
                                .map(e -> e.at() + "  " + e.text())
                                .collect(Collectors.joining("\n"));
            case "show links" -> CorvaneTables.links(network.links(device.name()));
            case "show neighbours" -> CorvaneTables.neighbours(network.neighbours(device.name()));
            case "show routes" -> CorvaneTables.routes(network.routes(device.name()));
            case "show gateways" -> CorvaneTables.gateways(network.gateways(device.name()));
            case "show interfaces" -> CorvaneTables.interfaces(network.interfaces(device.name()));
            case "help" ->
                "configure, save, restore startup, return-timer SECONDS|stop|now, quit, paging on|off,\n"
                        + "ping ADDRESS [from ADDRESS], probe ADDRESS PORT [from ADDRESS],\n"
                        + "show running|startup|version|return-timer|marker|licence|log-ins|log|links|neighbours|routes|gateways|interfaces";
            default -> {
                if (command.matches("return-timer \\d{1,5}")) {
                    mayConfigure();
                    device.returnTimer().start(Duration.ofSeconds(Long.parseLong(command.substring(13))));
                    yield "return timer runs, " + command.substring(13) + " seconds";
                }
                Matcher asking = ASKING.matcher(command);
                if (asking.matches()) {
                    yield asking.group("ping") == null
                            ? probe(asking.group("to"), asking.group("port"), asking.group("source"))
                            : ping(asking.group("ping"), asking.group("source"));
                }
                throw new Refusal("refused: \"" + command + "\" is not understood, try help");
            }
        };
    }

    private void mayConfigure() {
        if (device.has(Fault.READ_ONLY_ACCOUNT)) {
            throw new Refusal("refused: this account may only look");
        }
    }

    private String probe(String address, String port, String source) {
        boolean answered = network.answers(device.name(), address, Integer.parseInt(port), source);
        return "asking " + address + " port " + port + "\nport " + port
                + (answered ? " answers" : " no answer within 2 s");
    }

    private String ping(String address, String source) {
        boolean answered = network.answers(device.name(), address, 0, source);
        return "asking " + address + " three times\nreceived " + (answered ? "3 of 3, about 4 ms" : "0 of 3");
    }

    private String shown(DeviceConfiguration configuration) {
        return header() + "\n" + device.shownTo(configuration).shown() + "# end";
    }

    private String header() {
        return "# Corvane Tidewater 4.2\nshown-at " + device.now().truncatedTo(ChronoUnit.SECONDS);
    }
}
