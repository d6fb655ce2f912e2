package io.safestep.cli;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.compare.DifferenceRow;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(
        name = "compare",
        description = "Prints what differs, each line under its parents. Secrets are compared and never shown.",
        mixinStandardHelpOptions = true,
        exitCodeListHeading = "Exit codes:%n",
        exitCodeList = {
            "0:nothing differs",
            "1:a file is missing or wrong",
            "2:the command line is wrong",
            "3:something differs"
        })
final class ConfigCompareCommand implements Callable<Integer> {

    private static final int DIFFERENT = 3;

    @Mixin
    private ConfigOptions options;

    @Mixin
    private TwoConfigurations files;

    @Option(
            names = "--context",
            paramLabel = "LINES",
            defaultValue = "3",
            description = "Lines shown around a difference, beside its parents; -1 for all. Default: ${DEFAULT-VALUE}.")
    private int context;

    @Override
    public Integer call() {
        ConfigEngine engine = options.engine();
        List<DifferenceRow> rows = engine.rows(files.before(engine), files.after(engine));
        List<DifferenceRow> different =
                rows.stream().filter(r -> r.kind() != DifferenceRow.Kind.SAME).toList();
        if (options.json()) {
            options.printJson(Map.of(
                    "differences",
                    different.stream().map(ConfigCompareCommand::described).toList()));
        } else if (different.isEmpty()) {
            options.out().println("Nothing differs.");
        } else {
            options.out().printf("--- %s%n+++ %s%n", files.beforeFile(), files.afterFile());
            options.out().print(engine.unified(rows, context));
            options.out().flush();
        }
        return different.isEmpty() ? 0 : DIFFERENT;
    }

    private static Map<String, Object> described(DifferenceRow row) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("kind", row.kind().name().toLowerCase(Locale.ROOT));
        map.put("path", row.path());
        if (row.before() != null) {
            map.put("before", Map.of("line", row.beforeNumber(), "text", row.before()));
        }
        if (row.after() != null) {
            map.put("after", Map.of("line", row.afterNumber(), "text", row.after()));
        }
        return map;
    }
}
