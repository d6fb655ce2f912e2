package io.safestep.cli;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "script",
        description = "Prints the commands that lead from one configuration to the other, and those that lead back.",
        mixinStandardHelpOptions = true,
        exitCodeListHeading = "Exit codes:%n",
        exitCodeList = {"0:printed", "1:a file is missing or wrong", "2:the command line is wrong"})
final class ConfigScriptCommand implements Callable<Integer> {

    @Mixin
    private ConfigOptions options;

    @Mixin
    private TwoConfigurations files;

    @Override
    public Integer call() {
        ConfigEngine engine = options.engine();
        DeviceBuild build = files.build(engine);
        List<String> script = options.lines(engine, build.script());
        List<String> undo = options.lines(engine, build.undo());
        if (options.json()) {
            Map<String, Object> content = new LinkedHashMap<>();
            content.put("script", script);
            content.put("undo", undo);
            content.put("proven", build.proof().proven());
            options.printJson(content);
            return 0;
        }
        print("Script", script);
        options.out().println();
        print("Undo script", undo);
        build.proof().obstacles().forEach(options.err()::println);
        return 0;
    }

    private void print(String title, List<String> lines) {
        options.out().println("# " + title + ": " + (lines.isEmpty() ? "nothing to send" : lines.size() + " lines"));
        lines.forEach(options.out()::println);
    }
}
