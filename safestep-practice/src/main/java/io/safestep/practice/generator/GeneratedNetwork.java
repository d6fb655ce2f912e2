package io.safestep.practice.generator;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.network.file.NetworkFile;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.practice.generator.DeviceSketch.Family;
import io.safestep.practice.generator.DeviceSketch.Interface;
import io.safestep.practice.network.NetworkPlan;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;

/**
 * Makes networks of any size for load tests: a ring of cores, and sites of ten devices with a pair of gateways, routers
 * and switches. Every site is an OSPF area of its own. The same number and seed give the same network. The front door of
 * this package.
 */
public final class GeneratedNetwork {

    public static final int MOST_DEVICES = 2_000;

    private static final int SITE = 10;
    private static final int DEVICES_PER_CORE = 50;
    private static final String WATCH = "watch room";

    private final Random random;
    private final List<DeviceSketch> sketches = new ArrayList<>();
    private final Map<String, String> sites = new TreeMap<>();
    private final Map<String, String> roles = new TreeMap<>();
    private final List<Link> links = new ArrayList<>();
    private final List<Host> hosts = new ArrayList<>();
    private int linkNetworks;

    private GeneratedNetwork(long seed) {
        random = new Random(seed);
    }

    /**
     * @param devices how many, 3 to {@link #MOST_DEVICES}
     * @throws IllegalArgumentException when the number is outside
     */
    public static NetworkPlan plan(int devices, long seed) {
        if (devices < 3 || devices > MOST_DEVICES) {
            throw new IllegalArgumentException(
                    "A generated network has 3 to " + MOST_DEVICES + " devices, not " + devices + ".");
        }
        return new GeneratedNetwork(seed).build(devices);
    }

    private NetworkPlan build(int devices) {
        int coreCount = Math.max(2, devices / DEVICES_PER_CORE);
        List<DeviceSketch> cores = new ArrayList<>();
        for (int i = 0; i < coreCount; i++) {
            cores.add(router("core-" + (i + 1), "10.77.250." + (i + 1), "Operations House", "core", 0));
        }
        for (int i = 0; i < coreCount; i++) {
            if (i + 1 < coreCount || coreCount > 2) {
                connect(cores.get(i), cores.get((i + 1) % coreCount), 0);
            }
        }
        watchRoom(cores.get(0));
        int left = devices - coreCount;
        for (int site = 1; left > 0; site++) {
            int size = Math.min(SITE, left);
            site(site, size, cores);
            left -= size;
        }
        Map<String, String> configurations = new TreeMap<>();
        List<NetworkFile.Device> listed = new ArrayList<>();
        for (DeviceSketch s : sketches) {
            configurations.put(s.name, ConfigurationWriter.write(s));
            listed.add(new NetworkFile.Device(
                    s.name,
                    s.family.platform,
                    s.name + s.family.suffix,
                    false,
                    s.address,
                    sites.get(s.name),
                    roles.get(s.name),
                    null));
        }
        return new NetworkPlan(new NetworkFile(listed, links, List.of(), hosts), configurations, WATCH);
    }

    private Family family() {
        return Family.values()[random.nextInt(Family.values().length)];
    }

    private DeviceSketch device(String name, String address, String site, String role, Family family) {
        DeviceSketch sketch = new DeviceSketch(name, address, family);
        sketches.add(sketch);
        sites.put(name, site);
        roles.put(name, role);
        return sketch;
    }

    private DeviceSketch router(String name, String address, String site, String role, int area) {
        DeviceSketch router = device(name, address, site, role, family());
        router.routerId = address;
        Interface loopback = router.add("loopback", 0);
        loopback.address = address + "/32";
        loopback.area = area;
        return router;
    }

    private void watchRoom(DeviceSketch core) {
        core.vlans.put(9, "watch-room");
        Interface vlan = core.add("vlan", 9);
        vlan.address = "10.77.252.1/24";
        vlan.area = 0;
        vlan.passive = true;
        Interface port = core.addPort();
        port.access = 9;
        hosts.add(new Host(
                WATCH,
                InterfaceAddress.parse("10.77.252.10/24"),
                IpAddress.parse("10.77.252.1"),
                new Port(core.name, core.nameOf(port))));
    }

    private void connect(DeviceSketch one, DeviceSketch other, int area) {
        int at = 4 * linkNetworks++;
        String base = "10.78." + (at >> 8) + ".";
        Interface a = one.addPort();
        Interface b = other.addPort();
        a.address = base + ((at & 255) + 1) + "/30";
        b.address = base + ((at & 255) + 2) + "/30";
        a.area = area;
        b.area = area;
        link(one, a, other, b);
    }

    private void link(DeviceSketch one, Interface a, DeviceSketch other, Interface b) {
        a.description = "to " + other.name;
        b.description = "to " + one.name;
        links.add(new Link(new Port(one.name, one.nameOf(a)), new Port(other.name, other.nameOf(b))));
    }

    /** Two gateways, then routers behind both of them, then switches in a row between them. */
    private void site(int number, int size, List<DeviceSketch> cores) {
        String name = "site-" + number;
        List<DeviceSketch> gateways = new ArrayList<>();
        for (int i = 0; i < Math.min(2, size); i++) {
            DeviceSketch gateway =
                    router(name + "-gw-" + (i + 1), "10.77." + number + "." + (i + 1), name, "edge", number);
            connect(gateway, cores.get(random.nextInt(cores.size())), 0);
            vlan(gateway, number, 2, "management", "10.77." + number + ".", 32, 28, i);
            vlan(gateway, number, 40, "ticketing", "10.80." + number + ".", 0, 24, i);
            gateways.add(gateway);
        }
        int routers = Math.max(0, Math.min(4, (size - 2) / 2));
        for (int i = 0; i < routers; i++) {
            DeviceSketch router =
                    router(name + "-rt-" + (i + 1), "10.77." + number + "." + (i + 11), name, "distribution", number);
            gateways.forEach(gateway -> connect(router, gateway, number));
        }
        switches(number, name, size - 2 - routers, gateways);
    }

    private void vlan(
            DeviceSketch gateway, int area, int id, String label, String base, int first, int length, int index) {
        gateway.vlans.put(id, label);
        Interface vlan = gateway.add("vlan", id);
        vlan.address = base + (first + 2 + index) + "/" + length;
        vlan.area = area;
        vlan.passive = true;
        vlan.shared = base + (first + 1);
        vlan.priority = index == 0 ? 120 : 100;
    }

    private void switches(int number, String site, int count, List<DeviceSketch> gateways) {
        DeviceSketch before = gateways.get(0);
        for (int i = 0; i < count; i++) {
            String address = "10.77." + number + "." + (36 + i);
            DeviceSketch added = device(site + "-ac-" + (i + 1), address, site, "access", family());
            added.vlans.put(2, "management");
            added.vlans.put(40, "ticketing");
            added.defaultGateway = "10.77." + number + ".33";
            Interface vlan = added.add("vlan", 2);
            vlan.address = address + "/28";
            trunk(before, added);
            Interface desk = added.addPort();
            desk.access = 40;
            hosts.add(new Host(
                    site + "-desk-" + (i + 1),
                    InterfaceAddress.parse("10.80." + number + "." + (50 + i) + "/24"),
                    IpAddress.parse("10.80." + number + ".1"),
                    new Port(added.name, added.nameOf(desk))));
            before = added;
        }
        if (gateways.size() > 1 && before != gateways.get(1)) {
            trunk(before, gateways.get(1));
        }
    }

    private void trunk(DeviceSketch one, DeviceSketch other) {
        Interface a = one.addPort();
        Interface b = other.addPort();
        a.trunk.addAll(List.of(2, 40));
        b.trunk.addAll(List.of(2, 40));
        link(one, a, other, b);
    }
}
