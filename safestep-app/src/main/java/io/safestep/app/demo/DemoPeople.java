package io.safestep.app.demo;

import io.safestep.app.people.DemoLogins;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.people.Role;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The people of Merrow Sound Ferries. Their passwords are for the practice network only and are shown at log-in. */
@Component
class DemoPeople implements DemoLogins {

    static final String PASSWORD = "practice";

    /** @param site the short name of the one site that they look after; null for those who look after all */
    record DemoPerson(
            String login,
            String name,
            List<Role> roles,
            @Nullable String site) {

        private DemoPerson(String login, String name, List<Role> roles) {
            this(login, name, roles, null);
        }

        private String inWords() {
            String all = String.join(" and ", roles.stream().map(Role::title).toList());
            return site == null ? all : all + ", for one terminal";
        }
    }

    static final List<DemoPerson> ALL = List.of(
            new DemoPerson("roake", "R. Oake", List.of(Role.ENGINEER)),
            new DemoPerson("hloman", "H. Loman", List.of(Role.ENGINEER, Role.APPROVER)),
            new DemoPerson("dfennimore", "D. Fennimore", List.of(Role.APPROVER)),
            new DemoPerson("mtarrant", "M. Tarrant", List.of(Role.CHANGE_MANAGER)),
            new DemoPerson("pquill", "P. Quill", List.of(Role.OPERATOR)),
            new DemoPerson("iseaver", "I. Seaver", List.of(Role.ON_CALL)),
            new DemoPerson("jvane", "J. Vane", List.of(Role.AUDITOR)),
            new DemoPerson("abrill", "A. Brill", List.of(Role.ADMINISTRATOR)),
            new DemoPerson("tculver", "T. Culver", List.of(Role.ENGINEER), "dun"),
            new DemoPerson("kstrand", "K. Strand", List.of(Role.APPROVER), "dun"));

    private final NetworkSettings settings;

    DemoPeople(NetworkSettings settings) {
        this.settings = settings;
    }

    @Override
    public List<Entry> entries() {
        if (!settings.demo()) {
            return List.of();
        }
        return ALL.stream()
                .map(p -> new Entry(p.login(), p.name(), p.inWords(), PASSWORD))
                .toList();
    }
}
