package io.safestep.app.setup;

import java.util.List;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** What is said by the environment in which Safe Step is started. It is shown, and changed there alone. */
@Component
class FileSettings {

    private static final List<Known> KNOWN = List.of(
            new Known("Folder of everything outside the database", "safestep.home", "SAFESTEP_HOME"),
            new Known("Port", "server.port", "SAFESTEP_PORT"),
            new Known("Address under which people reach Safe Step", "safestep.mail.url", "SAFESTEP_URL"),
            new Known("Time zone while nobody has said one", "safestep.zone", "SAFESTEP_ZONE"),
            new Known(
                    "Translation of device addresses", "safestep.address-translation", "SAFESTEP_ADDRESS_TRANSLATION"),
            new Known("Port of devices, 0 for that of their platform", "safestep.device-port", "SAFESTEP_DEVICE_PORT"),
            new Known("Where log messages of devices are heard", "safestep.log.address", "SAFESTEP_LOG_ADDRESS"),
            new Known("Their port, 0 for not at all", "safestep.log.port", "SAFESTEP_LOG_PORT"),
            new Known("Sessions held open for notifications", "safestep.log.subscriptions", "SAFESTEP_SUBSCRIPTIONS"),
            new Known("Undecided drift beside a change", "safestep.run.undecided-drift", "SAFESTEP_UNDECIDED_DRIFT"),
            new Known("Longest stay of checks", "safestep.run.longest-stay", "SAFESTEP_LONGEST_STAY"),
            new Known("Mail, while nobody has said it here", "safestep.mail.enabled", "SAFESTEP_MAIL"),
            new Known("Mail server", "spring.mail.host", "SAFESTEP_MAIL_HOST"),
            new Known("Sender of mail", "safestep.mail.from", "SAFESTEP_MAIL_FROM"));

    private final Environment environment;

    private record Known(String title, String property, String variable) {}

    /**
     * @param value empty when nothing is said; never a secret
     * @param variable of the environment that says it
     */
    record Setting(String title, String value, String variable) {}

    FileSettings(Environment environment) {
        this.environment = environment;
    }

    List<Setting> all() {
        return KNOWN.stream()
                .map(k -> new Setting(k.title(), environment.getProperty(k.property(), ""), k.variable()))
                .toList();
    }
}
