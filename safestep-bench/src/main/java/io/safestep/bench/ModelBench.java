package io.safestep.bench;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.NetworkDescription;
import io.safestep.core.network.NetworkModel;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.practice.generator.GeneratedNetwork;
import io.safestep.practice.network.NetworkPlan;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import org.jgrapht.Graph;
import org.jgrapht.alg.shortestpath.DijkstraShortestPath;
import org.jgrapht.graph.DefaultWeightedEdge;
import org.jgrapht.graph.SimpleWeightedGraph;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

@Command(
        name = "model",
        description = {
            "Computes generated networks from the texts of their configurations to all routing tables.",
            "Yardstick: shortest paths from every device over the same cables by a general graph library."
        },
        mixinStandardHelpOptions = true)
final class ModelBench implements Callable<Integer> {

    @Option(
            names = "--sizes",
            split = ",",
            defaultValue = "100,500,1000",
            description = "Numbers of devices. Default: ${DEFAULT-VALUE}.")
    private List<Integer> sizes;

    @Option(names = "--rounds", defaultValue = "5", description = "Measured rounds. Default: ${DEFAULT-VALUE}.")
    private int rounds;

    @Option(names = "--seed", defaultValue = "1", description = "Of the generated networks.")
    private long seed;

    private record Platform(ConfigEngine engine, FactReader facts) {}

    private final Map<String, Platform> platforms = new HashMap<>();

    /** What was computed, so that nothing of it can be left out. */
    private long routes;

    @Override
    public Integer call() throws Exception {
        for (PlatformProfile profile : ShippedProfiles.all()) {
            platforms.put(profile.name(), new Platform(new ConfigEngine(profile.language()), new FactReader(profile)));
        }
        System.out.printf(
                "%8s %10s %12s %12s %14s %10s %12s%n",
                "devices", "routes", "median s", "worst s", "yardstick s", "ratio", "s/device");
        double first = 0;
        for (int size : sizes) {
            NetworkPlan plan = GeneratedNetwork.plan(size, seed);
            Timing model = Timing.of(2, rounds, () -> routes = compute(plan));
            Timing yardstick = Timing.of(1, rounds, () -> shortestPaths(plan));
            double each = model.median() / size;
            first = first == 0 ? each : first;
            System.out.printf(
                    "%8d %10d %12.3f %12.3f %14.3f %10.2f %12.6f%n",
                    size,
                    routes,
                    model.median(),
                    model.worst(),
                    yardstick.median(),
                    model.median() / yardstick.median(),
                    each);
        }
        return 0;
    }

    private long compute(NetworkPlan plan) {
        Map<String, DeviceFacts> devices = new TreeMap<>();
        plan.file().devices().forEach(d -> {
            Platform platform = platforms.get(d.platform());
            devices.put(
                    d.name(),
                    platform.facts.read(
                            d.name(), platform.engine.read(plan.configurations().get(d.name()))));
        });
        NetworkModel model = new NetworkModel(
                new NetworkDescription(devices, plan.file().links(), plan.file().hosts(), Conditions.NORMAL));
        return model.devices().stream().mapToLong(d -> model.routes(d).size()).sum();
    }

    private static void shortestPaths(NetworkPlan plan) {
        Graph<String, DefaultWeightedEdge> graph = new SimpleWeightedGraph<>(DefaultWeightedEdge.class);
        plan.file().devices().forEach(d -> graph.addVertex(d.name()));
        plan.file()
                .links()
                .forEach(l -> graph.addEdge(l.one().device(), l.other().device()));
        double sum = 0;
        for (String device : graph.vertexSet()) {
            var paths = new DijkstraShortestPath<>(graph).getPaths(device);
            for (String to : graph.vertexSet()) {
                double weight = paths.getWeight(to);
                sum += Double.isInfinite(weight) ? 0 : weight;
            }
        }
        if (sum < 0) {
            throw new IllegalStateException("weights are never negative");
        }
    }
}
