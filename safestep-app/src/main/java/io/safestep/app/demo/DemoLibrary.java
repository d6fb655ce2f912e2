package io.safestep.app.demo;

import io.safestep.app.pool.Pools;
import io.safestep.app.template.Templates;
import io.safestep.core.pool.PoolKind;
import io.safestep.core.template.Template;
import io.safestep.core.template.Variable;
import io.safestep.core.template.VariableType;
import java.util.List;
import org.springframework.stereotype.Component;

/** Templates and pools of Merrow Sound Ferries. */
@Component
class DemoLibrary {

    private static final String ADDRESSES = "Camera gateways";
    private static final String VLANS = "Terminal VLANs";

    private final Templates templates;
    private final Pools pools;

    DemoLibrary(Templates templates, Pools pools) {
        this.templates = templates;
        this.pools = pools;
    }

    void fill(String engineer) {
        if (pools.all().isEmpty()) {
            pools.create(
                    pool(ADDRESSES, PoolKind.ADDRESS, "Gateways of the camera networks", 24, "10.77.70.0/24"),
                    engineer);
            pools.create(pool(VLANS, PoolKind.VLAN, "For everything new at a terminal", 0, "70-89"), engineer);
            pools.create(
                    pool(
                            "Links on the sound",
                            PoolKind.PREFIX,
                            "Two addresses for each fibre or radio hop",
                            31,
                            "10.77.192.0/24"),
                    engineer);
        }
        if (templates.all().isEmpty()) {
            templates.create(gateway(), engineer);
            templates.create(timeServer(), engineer);
            templates.create(operatorPassword(), engineer);
            templates.create(accessPort(), engineer);
        }
    }

    private static Pools.Wanted pool(String name, PoolKind kind, String description, int length, String range) {
        return new Pools.Wanted(name, kind, description, List.of(range), List.of(), length, "");
    }

    private static Templates.Wanted template(String name, String platform, String description, Template content) {
        return new Templates.Wanted(0, name, platform, description, content, "");
    }

    private static Variable variable(String name, VariableType type, String description, String preset, String pool) {
        return new Variable(name, type, description, preset, true, "", List.of(), null, null, pool);
    }

    private static Templates.Wanted gateway() {
        return template(
                "Network behind a gateway pair",
                "corvane-cli",
                "A VLAN with addresses and a shared gateway, announced by OSPF",
                new Template(
                        """
                        vlan {{ vlan }}
                          name {{ purpose }}
                        interface vlan {{ vlan }}
                          description {{ purpose }}
                          address {{ address }}
                          gateway-group {{ vlan }} shared {{ shared }}
                          {% if role == "first" %}
                          gateway-group {{ vlan }} priority 120
                          {% endif %}
                        ospf 1
                          area 0 network {{ address|prefix }}
                        """,
                        "",
                        List.of(
                                variable("vlan", VariableType.VLAN, "", "", VLANS),
                                new Variable(
                                        "purpose",
                                        VariableType.TEXT,
                                        "One word, as it stands on the plan",
                                        "",
                                        true,
                                        "[a-z-]{2,20}",
                                        List.of(),
                                        null,
                                        null,
                                        ""),
                                variable(
                                        "address",
                                        VariableType.INTERFACE_ADDRESS,
                                        "Of this gateway itself",
                                        "",
                                        ADDRESSES),
                                variable("shared", VariableType.ADDRESS, "The same at both gateways", "", ""),
                                new Variable(
                                        "role",
                                        VariableType.CHOICE,
                                        "Which of the pair answers first",
                                        "second",
                                        true,
                                        "",
                                        List.of("first", "second"),
                                        null,
                                        null,
                                        ""))));
    }

    private static Templates.Wanted timeServer() {
        return template(
                "Time server",
                "haldrin-netconf",
                "One more source of time",
                new Template("""
                        <system>
                          <time-server>{{ server }}</time-server>
                        </system>
                        """, "", List.of(variable("server", VariableType.ADDRESS, "", "10.77.8.21", ""))));
    }

    /** Also what the standard change of the demo is written with. */
    static final String ACCESS_PORT = "Port of an access switch";

    private static Templates.Wanted accessPort() {
        return template(
                ACCESS_PORT,
                "corvane-cli",
                "What is plugged in where, in one VLAN",
                new Template(
                        """
                        interface port {{ port }}
                          description {{ purpose }}
                          vlan access {{ vlan }}
                        """,
                        "",
                        List.of(
                                new Variable(
                                        "port",
                                        VariableType.NUMBER,
                                        "As it stands on the front",
                                        "",
                                        true,
                                        "",
                                        List.of(),
                                        1L,
                                        48L,
                                        ""),
                                new Variable(
                                        "purpose",
                                        VariableType.TEXT,
                                        "What is plugged in, and where",
                                        "",
                                        true,
                                        "[A-Za-z0-9 ,.-]{2,40}",
                                        List.of(),
                                        null,
                                        null,
                                        ""),
                                new Variable(
                                        "vlan",
                                        VariableType.VLAN,
                                        "40 ticketing, 60 gates, 70 cameras",
                                        "",
                                        true,
                                        "",
                                        List.of(),
                                        null,
                                        null,
                                        ""))));
    }

    private static Templates.Wanted operatorPassword() {
        return template(
                "Password of an account",
                "corvane-cli",
                "The device never shows the old one, so the way back needs it from you",
                new Template(
                        "user {{ account }} password {{ new_password }}\n",
                        "user {{ account }} password {{ old_password }}\n",
                        List.of(
                                variable("account", VariableType.TEXT, "", "safestep", ""),
                                variable("new_password", VariableType.SECRET, "", "", ""),
                                variable("old_password", VariableType.SECRET, "For the way back", "", ""))));
    }
}
