package io.safestep.practice.generator;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** What a generated device shall be, before it is written in the language of its family. */
final class DeviceSketch {

    enum Family {
        CORVANE("corvane-cli", ".conf"),
        HALDRIN("haldrin-netconf", ".xml"),
        OSTREL("ostrel-restconf", ".json");

        final String platform;
        final String suffix;

        Family(String platform, String suffix) {
            this.platform = platform;
            this.suffix = suffix;
        }
    }

    /** One interface. Zero and null stand for what it does not have. */
    static final class Interface {
        final String kind;
        final int number;

        @Nullable
        String description;

        @Nullable
        String address;

        @Nullable
        Integer area;

        boolean passive;
        int access;
        TreeSet<Integer> trunk = new TreeSet<>();

        @Nullable
        String shared;

        int priority;

        Interface(String kind, int number) {
            this.kind = kind;
            this.number = number;
        }
    }

    final String name;
    final String address;
    final Family family;
    final List<Interface> interfaces = new ArrayList<>();
    final TreeMap<Integer, String> vlans = new TreeMap<>();

    @Nullable
    String defaultGateway;

    @Nullable
    String routerId;

    private int ports;

    DeviceSketch(String name, String address, Family family) {
        this.name = name;
        this.address = address;
        this.family = family;
    }

    Interface add(String kind, int number) {
        Interface added = new Interface(kind, number);
        interfaces.add(added);
        return added;
    }

    /** The next free port. */
    Interface addPort() {
        return add("port", ++ports);
    }

    /** The interface's name in the language of the family. */
    String nameOf(Interface i) {
        return switch (family) {
            case CORVANE -> i.kind + " " + i.number;
            case HALDRIN -> i.kind.equals("port") ? "x" + i.number : i.kind.equals("vlan") ? "v" + i.number : "lo0";
            case OSTREL -> i.kind.equals("port") ? "p" + i.number : i.kind.equals("vlan") ? "v" + i.number : "lo";
        };
    }
}
