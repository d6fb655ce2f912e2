package io.safestep.cli;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "prove",
        description =
                "Shows by computation that the script and then the undo script give back the configuration as it was,"
                        + " or names the lines that are in the way.",
        mixinStandardHelpOptions = true,
        exitCodeListHeading = "Exit codes:%n",
        exitCodeList = {"0:proven", "1:a file is missing or wrong", "2:the command line is wrong", "3:not proven"})
final class ConfigProveCommand implements Callable<Integer> {

    private static final int NOT_PROVEN = 3;

    @Mixin
    private ConfigOptions options;

    @Mixin
    private TwoConfigurations files;

    @Override
    public Integer call() {
        ConfigEngine engine = options.engine();
        DeviceBuild build = files.build(engine);
        if (options.json()) {
            Map<String, Object> content = new LinkedHashMap<>();
            content.put("proven", build.proof().proven());
            content.put("commands", build.script().lines().size());
            content.put("undoCommands", build.undo().lines().size());
            content.put("obstacles", build.proof().obstacles());
            options.printJson(content);
        } else if (build.proof().proven()) {
            options.out()
                    .printf(
                            "Proven: %d commands lead to the outcome, %d lead back.%n",
                            build.script().lines().size(), build.undo().lines().size());
        } else {
            options.out().println("Not proven:");
            build.proof().obstacles().forEach(options.out()::println);
        }
        return build.proof().proven() ? 0 : NOT_PROVEN;
    }
}
