package io.safestep.bench;

import io.safestep.app.SafeStepApplication;
import io.safestep.app.people.People;
import io.safestep.app.people.Role;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.TestPostgres;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import javax.sql.DataSource;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** Safe Step whole, with an empty database of its own, and one administrator. */
final class RunningApp implements AutoCloseable {

    static final String LOGIN = "bench";

    private final ConfigurableApplicationContext context;
    private final int port;

    RunningApp(int devicePort) throws IOException {
        Path home = Files.createTempDirectory("safestep-bench-home");
        context = new SpringApplication(SafeStepApplication.class)
                .run(
                        "--server.port=0",
                        "--spring.datasource.url=" + TestPostgres.freshUrl(),
                        "--spring.datasource.username=postgres",
                        "--safestep.home=" + home,
                        "--safestep.device-port=" + devicePort,
                        "--logging.level.root=error");
        port = Integer.parseInt(context.getEnvironment().getProperty("local.server.port"));
        context.getBean(People.class).ensure(LOGIN, "Benchmark", "practice", List.of(Role.ADMINISTRATOR));
    }

    int port() {
        return port;
    }

    /** Somebody who writes changes. */
    ApiClient engineer() {
        context.getBean(People.class).ensure("bench-engineer", "Engineer", "practice", List.of(Role.ENGINEER));
        return ApiClient.loggedIn(port, "bench-engineer");
    }

    /** Somebody with one role. */
    ApiClient person(Role role) {
        String login = "bench-" + role.name().toLowerCase(Locale.ROOT).replace('_', '-');
        context.getBean(People.class).ensure(login, role.title(), "practice", List.of(role));
        return ApiClient.loggedIn(port, login);
    }

    DataSource database() {
        return context.getBean(DataSource.class);
    }

    ApiClient administrator() {
        return ApiClient.loggedIn(port, LOGIN);
    }

    @Override
    public void close() {
        context.close();
    }
}
