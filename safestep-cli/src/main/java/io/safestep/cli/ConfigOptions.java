package io.safestep.cli;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** What the commands about configurations have in common. */
final class ConfigOptions {

    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Option(
            names = "--platform",
            required = true,
            paramLabel = "NAME-OR-FILE",
            description = "Name of a shipped platform profile, or the path of one.")
    private String platform;

    @Option(names = "--json", description = "Prints JSON.")
    private boolean json;

    @Option(
            names = "--show-secrets",
            description = "Prints secrets in clear. Without it each is replaced by the same mask.")
    private boolean secrets;

    boolean json() {
        return json;
    }

    boolean showsSecrets() {
        return secrets;
    }

    ConfigEngine engine() {
        return new ConfigEngine(ProfileFile.find(Path.of(""), platform).language());
    }

    /** @throws InputException with file and line when it is no whole configuration of the platform */
    static ConfigTree read(ConfigEngine engine, Path file) {
        try {
            return engine.readWhole(ProfileFile.text(file));
        } catch (ConfigSyntaxException e) {
            throw new InputException(file + ":" + e.line() + ": " + e.getMessage());
        }
    }

    /** A script line by line, as it may be shown. */
    List<String> lines(ConfigEngine engine, Script script) {
        return secrets ? engine.text(script).lines().toList() : engine.maskedLines(script);
    }

    PrintWriter out() {
        return spec.commandLine().getOut();
    }

    PrintWriter err() {
        return spec.commandLine().getErr();
    }

    void printJson(Map<String, Object> content) {
        out().println(JsonMapper.builder()
                .enable(SerializationFeature.INDENT_OUTPUT)
                .build()
                .writeValueAsString(content));
    }
}
