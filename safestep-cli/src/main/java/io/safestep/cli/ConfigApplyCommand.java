package io.safestep.cli;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "apply",
        description = "Prints the configuration that lines to add or remove would lead to, as the platform writes it.",
        mixinStandardHelpOptions = true,
        exitCodeListHeading = "Exit codes:%n",
        exitCodeList = {
            "0:printed",
            "1:a file is missing or wrong, or a line can't be applied",
            "2:the command line is wrong"
        })
final class ConfigApplyCommand implements Callable<Integer> {

    @Mixin
    private ConfigOptions options;

    @Parameters(index = "0", paramLabel = "CONFIGURATION", description = "File with the configuration as it is.")
    private Path configuration;

    @Parameters(index = "1", paramLabel = "LINES", description = "File with the lines, as an engineer writes them.")
    private Path lines;

    @Override
    public Integer call() {
        ConfigEngine engine = options.engine();
        ConfigTree before = ConfigOptions.read(engine, configuration);
        String written = ProfileFile.text(lines);
        List<String> errors = new ArrayList<>();
        for (LineComplaint complaint : engine.complaints(before, written)) {
            String sentence = lines + ":" + complaint.line() + ": " + complaint.reason();
            if (complaint.isError()) {
                errors.add(sentence);
            } else {
                options.err().println("warning: " + sentence);
            }
        }
        if (!errors.isEmpty()) {
            throw new InputException(errors);
        }
        ConfigTree outcome = engine.build(before, written).outcome();
        String text = engine.write(options.showsSecrets() ? outcome : engine.masked(outcome));
        if (options.json()) {
            options.printJson(Map.of("outcome", text.lines().toList()));
        } else {
            options.out().print(text);
            options.out().flush();
        }
        return 0;
    }
}
