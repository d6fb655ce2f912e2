package io.safestep.bench;

import io.safestep.app.SafeStepApplication;
import io.safestep.app.change.build.ReadAhead;
import io.safestep.app.people.People;
import io.safestep.app.secret.SecretBox;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.TestPostgres;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.Role;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import javax.sql.DataSource;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** Safe Step whole, with an empty database of its own, and one administrator. */
final class RunningApp implements AutoCloseable {

    static final String LOGIN = "bench";

    private final ConfigurableApplicationContext context;
    private final int devicePort;
    private final String databaseUrl;
    private final Path home;
    private final int port;

    RunningApp(int devicePort) throws IOException {
        this(devicePort, TestPostgres.freshUrl(), Files.createTempDirectory("safestep-bench-home"));
    }

    /** On a database and a home folder that there are already. */
    private RunningApp(int devicePort, String database, Path home) {
        this.devicePort = devicePort;
        this.databaseUrl = database;
        this.home = home;
        context = new SpringApplication(SafeStepApplication.class)
                .run(
                        "--server.port=0",
                        "--spring.datasource.url=" + database,
                        "--spring.datasource.username=postgres",
                        "--safestep.home=" + home,
                        "--safestep.device-port=" + devicePort,
                        "--safestep.address-translation=10.77=127.77",
                        "--logging.level.root=error");
        port = Integer.parseInt(context.getEnvironment().getProperty("local.server.port"));
        context.getBean(People.class)
                .ensure(LOGIN, "Benchmark", "practice", Power.everywhere(Set.of(Role.ADMINISTRATOR)));
    }

    /** Ends it and starts it again, and waits until it has read what is stored. */
    RunningApp restarted() {
        close();
        RunningApp again = new RunningApp(devicePort, databaseUrl, home);
        again.awaitReadAhead();
        return again;
    }

    /** Waits until it has read what is stored. */
    void awaitReadAhead() {
        ReadAhead ahead = context.getBean(ReadAhead.class);
        while (!ahead.done()) {
            LockSupport.parkNanos(50_000_000);
        }
    }

    int port() {
        return port;
    }

    /** Somebody who writes changes. */
    ApiClient engineer() {
        context.getBean(People.class)
                .ensure("bench-engineer", "Engineer", "practice", Power.everywhere(Set.of(Role.ENGINEER)));
        return ApiClient.loggedIn(port, "bench-engineer");
    }

    /** Somebody with one role. */
    ApiClient person(Role role) {
        String login = "bench-" + role.name().toLowerCase(Locale.ROOT).replace('_', '-');
        context.getBean(People.class).ensure(login, role.title(), "practice", Power.everywhere(Set.of(role)));
        return ApiClient.loggedIn(port, login);
    }

    DataSource database() {
        return context.getBean(DataSource.class);
    }

    /** A text as it lies in the database. */
    byte[] sealed(String text) {
        return context.getBean(SecretBox.class).closeText(text);
    }

    ApiClient administrator() {
        return ApiClient.loggedIn(port, LOGIN);
    }

    @Override
    public void close() {
        context.close();
    }
}
