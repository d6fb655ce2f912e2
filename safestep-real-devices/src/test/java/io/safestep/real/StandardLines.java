package io.safestep.real;

import java.util.List;
import java.util.Random;

/** Configurations in the standard models with values that a server takes, made from a seed. */
final class StandardLines {

    private final Random random;
    private final StringBuilder text = new StringBuilder();

    private StandardLines(Random random) {
        this.random = random;
    }

    static String configuration(Random random) {
        StandardLines lines = new StandardLines(random);
        lines.interfaces();
        lines.system();
        return lines.text.toString();
    }

    private boolean perhaps() {
        return random.nextInt(100) < 45;
    }

    private void maybe(String indent, String... alternatives) {
        if (perhaps()) {
            line(indent, alternatives[random.nextInt(alternatives.length)]);
        }
    }

    private void line(String indent, String line) {
        text.append(indent).append(line).append('\n');
    }

    private void interfaces() {
        line("", "interfaces");
        line("  ", "interface always0");
        line("    ", "type ianaift:softwareLoopback");
        for (String name : List.of("quay0", "deck\\sb/1", "pier.7")) {
            if (!perhaps()) {
                continue;
            }
            line("  ", "interface " + name);
            line("    ", "type ianaift:ethernetCsmacd");
            maybe("    ", "description to the quay, & <back>", "description  two  blanks", "description \"quoted\"");
            maybe("    ", "enabled false");
            ipv4();
        }
    }

    private void ipv4() {
        if (!perhaps()) {
            return;
        }
        line("    ", "ipv4");
        maybe("      ", "mtu 1400", "mtu 1500");
        maybe("      ", "forwarding true");
        for (String address : List.of("10.77.0.9", "10.77.1.9")) {
            if (perhaps()) {
                line("      ", "address " + address);
                line("        ", random.nextBoolean() ? "prefix-length 24" : "prefix-length 25");
            }
        }
    }

    private void system() {
        line("", "system");
        line("  ", "hostname quay-1");
        maybe("  ", "contact the watch", "contact somebody else");
        maybe("  ", "location on the pier");
        if (perhaps()) {
            line("  ", "ntp");
            for (String name : List.of("tide", "ebb")) {
                if (perhaps()) {
                    line("    ", "server " + name);
                    line("      ", "udp");
                    line("        ", "address 10.77.8." + (20 + random.nextInt(2)));
                    maybe("      ", "prefer true");
                }
            }
        }
    }
}
