package io.safestep.practice.device;

import java.time.Clock;
import java.time.temporal.ChronoUnit;

/** What one session has typed so far, and what the device answers. One for each session. */
public final class CommandInterpreter {

    private final PracticeDevice device;
    private final NetworkView network;
    private final Clock clock;

    /** Null outside configuration mode; else the section that was entered, empty at the top. */
    private String section;

    private boolean paging = true;
    private boolean ended;

    public CommandInterpreter(PracticeDevice device, NetworkView network, Clock clock) {
        this.device = device;
        this.network = network;
        this.clock = clock;
    }

    public String prompt() {
        String mode = section == null ? "" : section.isEmpty() ? " @ configure" : " @ " + section;
        return "[" + device.running().hostname() + mode + "] ";
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
        String command = typed.strip().replaceAll(" +", " ");
        if (command.isEmpty() || command.startsWith("#")) {
            return "";
        }
        try {
            return section == null ? operate(command) : configure(command);
        } catch (Refusal refusal) {
            return refusal.getMessage();
        }
    }

    private String configure(String command) {
        switch (command) {
            case "done" -> section = null;
            case "leave" -> {
                if (section.isEmpty()) {
                    throw new Refusal("refused: already at the top, type done to end");
                }
                section = "";
            }
            default -> {
                if (command.startsWith("no ")) {
                    device.remove(section, command.substring(3));
                } else {
                    section = device.set(section, command);
                }
            }
        }
        return "";
    }

    private String operate(String command) {
        return switch (command) {
            case "configure" -> {
                section = "";
                yield "";
            }
            case "save" -> {
                device.save();
                yield "startup written";
            }
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
            case "show running" -> header() + "\n" + device.running().shown() + "# end";
            case "show startup" -> header() + "\n" + device.startup().shown() + "# end";
            case "show version" ->
                "Corvane Tidewater 4.2\nname " + device.running().hostname();
            case "show neighbours" -> network.neighbours(device.name());
            case "show routes" -> network.routes(device.name());
            case "show gateways" -> network.gateways(device.name());
            case "show interfaces" -> network.interfaces(device.name());
            case "help" ->
                "configure, save, quit, ping ADDRESS, paging on|off,\n"
                        + "show running|startup|version|neighbours|routes|gateways|interfaces";
            default -> {
                if (command.matches("ping \\d+\\.\\d+\\.\\d+\\.\\d+")) {
                    yield network.ping(device.name(), command.substring(5));
                }
                throw new Refusal("refused: \"" + command + "\" is not understood, try help");
            }
        };
    }

    private String header() {
        return "# Corvane Tidewater 4.2\nshown-at " + clock.instant().truncatedTo(ChronoUnit.SECONDS);
    }
}
