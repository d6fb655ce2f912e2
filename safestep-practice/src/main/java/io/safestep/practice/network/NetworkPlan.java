package io.safestep.practice.network;

import io.safestep.core.network.file.NetworkFile;
import java.util.Map;

/**
 * A network to be simulated.
 *
 * @param file devices, cables and hosts
 * @param configurations factory configurations by name of the device
 * @param watch name of the host from which the devices are managed: one that it has no path to does not answer. Null for
 *     devices that are managed beside the network, so that each always answers
 */
public record NetworkPlan(NetworkFile file, Map<String, String> configurations, String watch) {}
