package io.safestep.cli;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.tree.ConfigTree;
import java.nio.file.Path;
import picocli.CommandLine.Parameters;

/** The configuration of a device as it is, and as it should be. */
final class TwoConfigurations {

    @Parameters(index = "0", paramLabel = "BEFORE", description = "File with the configuration as it is.")
    private Path before;

    @Parameters(index = "1", paramLabel = "AFTER", description = "File with the configuration as it should be.")
    private Path after;

    Path beforeFile() {
        return before;
    }

    Path afterFile() {
        return after;
    }

    ConfigTree before(ConfigEngine engine) {
        return ConfigOptions.read(engine, before);
    }

    ConfigTree after(ConfigEngine engine) {
        return ConfigOptions.read(engine, after);
    }

    DeviceBuild build(ConfigEngine engine) {
        return engine.build(before(engine), after(engine));
    }
}
