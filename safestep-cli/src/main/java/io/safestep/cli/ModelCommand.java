package io.safestep.cli;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.NetworkModel;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.trace.TracedPath;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

@Command(
        name = "model",
        description = "Computes what a network does from its configurations, and prints it as JSON.",
        mixinStandardHelpOptions = true,
        exitCodeListHeading = "Exit codes:%n",
        exitCodeList = {
            "0:computed; with --trace: the packet is delivered",
            "1:a file is missing or wrong",
            "2:the command line is wrong",
            "3:with --trace: the packet is not delivered"
        })
final class ModelCommand implements Callable<Integer> {

    private static final int NOT_DELIVERED = 3;
    private static final int MOST_DEVICES_IN_MATRIX = 100;

    enum Matrix {
        hosts,
        all
    }

    @Spec
    private CommandSpec spec;

    @Parameters(paramLabel = "FOLDER", description = "Folder with network.json and the configurations that it names.")
    private Path folder;

    @Option(
            names = "--trace",
            arity = "2",
            paramLabel = "ADDRESS",
            description =
                    "Prints only the way of a packet from the first address to the second. Names of hosts may stand for addresses.")
    private String @Nullable [] trace;

    @Option(
            names = "--protocol",
            paramLabel = "PROTOCOL",
            defaultValue = "icmp",
            description = "Of the traced packet: icmp, tcp, udp or a number. Default: ${DEFAULT-VALUE}.")
    private String protocol;

    @Option(
            names = "--port",
            paramLabel = "PORT",
            defaultValue = "0",
            description = "Port that the traced packet goes to.")
    private int port;

    @Option(
            names = "--matrix",
            paramLabel = "ENDS",
            description = "Ends of the reachability matrix: ${COMPLETION-CANDIDATES}. Default: all with up to "
                    + MOST_DEVICES_IN_MATRIX + " devices, hosts with more.")
    private @Nullable Matrix matrix;

    @Override
    public Integer call() {
        NetworkModel model = new NetworkModel(new NetworkFolder(folder).read());
        if (trace != null) {
            Packet packet = new Packet(address(model, trace[0]), address(model, trace[1]), protocolNumber(), 0, port);
            TracedPath path = model.trace(packet);
            print(ModelReport.path(packet, path));
            return path.delivered() ? 0 : NOT_DELIVERED;
        }
        boolean all = matrix == null ? model.devices().size() <= MOST_DEVICES_IN_MATRIX : matrix == Matrix.all;
        print(new ModelReport(model).everything(all));
        return 0;
    }

    private static IpAddress address(NetworkModel model, String written) {
        for (Host host : model.description().hosts()) {
            if (host.name().equals(written)) {
                if (host.address() == null) {
                    throw new InputException("The address of " + written + " is not known.");
                }
                return host.address().address();
            }
        }
        try {
            return IpAddress.parse(written);
        } catch (IllegalArgumentException e) {
            throw new InputException("\"" + written + "\" is neither an IPv4 address nor the name of a host.");
        }
    }

    private int protocolNumber() {
        return switch (protocol) {
            case "icmp" -> Packet.ICMP;
            case "tcp" -> Packet.TCP;
            case "udp" -> Packet.UDP;
            default -> {
                if (!protocol.matches("\\d{1,3}") || Integer.parseInt(protocol) > 255) {
                    throw new InputException(
                            "\"" + protocol + "\" is not a protocol: give icmp, tcp, udp or a number up to 255.");
                }
                yield Integer.parseInt(protocol);
            }
        };
    }

    private void print(Map<String, Object> value) {
        PrintWriter out = spec.commandLine().getOut();
        out.println(JsonMapper.builder()
                .enable(SerializationFeature.INDENT_OUTPUT)
                .build()
                .writeValueAsString(value));
        out.flush();
    }
}
