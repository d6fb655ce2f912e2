package io.safestep.core.alike;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.ShippedProfiles;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class AlikeLinesTest {

    private final AlikeLines alike = new AlikeLines(ShippedProfiles.corvane().language());

    private static String gateway(String address, int priority) {
        return "vlan 70\n  name cameras\ninterface vlan 70\n  address " + address + "/24\n  gateway-group 70 priority "
                + priority + "\n  no relay-dhcp " + address + "\n";
    }

    private List<CommonText> group(Object... devicesAndLines) {
        Map<String, String> lines = new LinkedHashMap<>();
        for (int i = 0; i < devicesAndLines.length; i += 2) {
            lines.put((String) devicesAndLines[i], (String) devicesAndLines[i + 1]);
        }
        return alike.group(lines);
    }

    @Test
    void equalPartsShowOnceAndDifferingValuesBecomeVariables() {
        CommonText common = group("a", gateway("10.77.70.2", 120), "b", gateway("10.77.70.3", 100))
                .get(0);
        assertThat(common.devices()).containsExactly("a", "b");
        assertThat(common.text()).isEqualTo("""
                vlan 70
                  name cameras
                interface vlan 70
                  address {{ address }}
                  gateway-group 70 priority {{ priority }}
                  no relay-dhcp {{ relay_dhcp }}
                """);
        assertThat(common.variables())
                .containsExactly(
                        new CommonText.Variable("address", List.of("10.77.70.2/24", "10.77.70.3/24")),
                        new CommonText.Variable("priority", List.of("120", "100")),
                        new CommonText.Variable("relay_dhcp", List.of("10.77.70.2", "10.77.70.3")));
    }

    @Test
    void theSameValueAtTwoPlacesIsOneVariable() {
        CommonText common = group(
                        "a", "time-server 10.77.8.1\nlog-server 10.77.8.1\n",
                        "b", "time-server 10.77.8.2\nlog-server 10.77.8.2\n")
                .get(0);
        assertThat(common.text()).isEqualTo("time-server {{ time_server }}\nlog-server {{ time_server }}\n");
    }

    @Test
    void twoValuesBehindTheSameWordHaveTwoNames() {
        CommonText common = group(
                        "a", "vlan 70\n  name x\nvlan 71\n  name y\n",
                        "b", "vlan 70\n  name z\nvlan 71\n  name u\n")
                .get(0);
        assertThat(common.variables()).extracting(CommonText.Variable::name).containsExactly("name", "name_2");
    }

    @Test
    void theOddOnesOutComeFirst() {
        List<CommonText> groups = group(
                "a",
                "contact one\n",
                "b",
                "contact two and three\n",
                "c",
                "contact one\nvlan 70\n",
                "d",
                "no contact\n");
        assertThat(groups)
                .extracting(CommonText::devices)
                .containsExactly(List.of("c"), List.of("d"), List.of("a", "b"));
        assertThat(groups.get(0).variables()).isEmpty();
    }

    @Test
    void wordsOfTheLanguageNeverBecomeVariables() {
        assertThat(group(
                        "a",
                        "packet-filter x\n  allow ip 10.0.0.0/8 to 10.0.0.0/8\n",
                        "b",
                        "packet-filter x\n  drop ip 10.0.0.0/8 to 10.0.0.0/8\n"))
                .hasSize(2);
        assertThat(group("a", "tide-table on\n", "b", "tide-table off\n")).hasSize(2);
        assertThat(group("a", "tide-table on\n", "b", "tide-table on\n")).hasSize(1);
    }

    @Test
    void theTextGivesTheLinesBack() {
        String one = "# by hand\n\n" + gateway("10.77.70.2", 120);
        CommonText common = group("a", one, "b", "# by hand\n\n" + gateway("10.77.70.9", 90))
                .get(0);
        String back = common.text();
        for (CommonText.Variable variable : common.variables()) {
            back = back.replace(
                    "{{ " + variable.name() + " }}", variable.values().get(0));
        }
        assertThat(back).isEqualTo(one);
    }
}
