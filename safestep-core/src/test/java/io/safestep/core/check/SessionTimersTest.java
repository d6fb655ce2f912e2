package io.safestep.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.facts.FactsOfChange;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

/** For how long a table of neighbours may still show what is lost. */
class SessionTimersTest {

    private static final PlatformProfile FRR = ShippedProfiles.all().stream()
            .filter(p -> p.name().equals("frr-cli"))
            .findFirst()
            .orElseThrow();
    private static final ConfigEngine ENGINE = new ConfigEngine(FRR.language());

    private static final String BEFORE = """
            interface eth0
             description to the harbour
             ip address 10.77.1.1/30
             ip ospf dead-interval 12
             ip ospf hello-interval 3
            exit
            interface eth1
             ip address 10.77.1.5/30
            exit
            interface eth2
             ip address 10.77.9.1/24
            exit
            router ospf
             passive-interface eth2
             network 10.77.0.0/16 area 0
            exit
            router bgp 65001
             neighbor 10.77.9.2 remote-as 65002
             neighbor 10.77.9.2 timers 10 30
             neighbor 192.0.2.1 remote-as 65003
            exit
            """;

    private static SessionTimers.Stay stay(String read, String from, String to) {
        ConfigTree was = ENGINE.read(BEFORE);
        ConfigTree is = ENGINE.read(BEFORE.replace(from, to));
        assertThat(ENGINE.compare(was, is)).as("the case changes something").isNotEmpty();
        return SessionTimers.of(new FactsOfChange(new FactReader(FRR), "r1", was, is))
                .stay(FRR.read(read).orElseThrow());
    }

    @Test
    void theDeadIntervalOfTheInterfaceThatIsTouched() {
        assertThat(stay("neighbours", "hello-interval 3", "hello-interval 9"))
                .isEqualTo(new SessionTimers.Stay(15, "dead interval on eth0 of 12 s"));
        assertThat(stay("neighbours", "to the harbour", "to the mole").seconds())
                .as("any line beneath the interface")
                .isEqualTo(15);
        assertThat(stay("neighbours", "10.77.1.5/30", "10.77.1.6/30").seconds())
                .as("the usual dead interval, four times the usual hello")
                .isEqualTo(44);
    }

    /** The other end holds to the longer one. */
    @Test
    void theLongerOfBothConfigurationsCounts() {
        assertThat(stay("neighbours", "dead-interval 12", "dead-interval 4").seconds())
                .isEqualTo(15);
        assertThat(stay("neighbours", "dead-interval 12", "dead-interval 30").seconds())
                .isEqualTo(33);
    }

    @Test
    void aProcessTouchesAllOfItsInterfaces() {
        assertThat(stay("neighbours", "area 0", "area 5"))
                .isEqualTo(new SessionTimers.Stay(44, "dead interval on eth1 of 40 s"));
    }

    @Test
    void peersBehindTheInterfaceAndThoseOfTheProcess() {
        assertThat(stay("bgp-neighbours", "10.77.9.1/24", "10.77.9.9/24"))
                .isEqualTo(new SessionTimers.Stay(33, "hold time with 10.77.9.2 of 30 s"));
        assertThat(stay("bgp-neighbours", "timers 10 30", "timers 10 60"))
                .as("the process is touched: the default of the platform for the other peer")
                .isEqualTo(new SessionTimers.Stay(198, "hold time with 192.0.2.1 of 180 s"));
    }

    @Test
    void whatTouchesNoSessionNeedsNoTime() {
        assertThat(stay("neighbours", "interface eth0\n", "hostname r9\ninterface eth0\n"))
                .isEqualTo(SessionTimers.Stay.NONE);
        assertThat(stay("neighbours", "10.77.9.1/24", "10.77.9.9/24"))
                .as("a passive interface has no neighbours")
                .isEqualTo(SessionTimers.Stay.NONE);
        assertThat(stay("interfaces", "hello-interval 3", "hello-interval 9"))
                .as("what shows at once")
                .isEqualTo(SessionTimers.Stay.NONE);
    }

    private static final PlatformProfile CORVANE = ShippedProfiles.corvane();

    private static SessionTimers.Stay onCorvane(String read, String was, String is) {
        ConfigEngine engine = new ConfigEngine(CORVANE.language());
        FactsOfChange change = new FactsOfChange(
                new FactReader(CORVANE), "gw", engine.read(was + "# end\n"), engine.read(is + "# end\n"));
        return SessionTimers.of(change).stay(CORVANE.read(read).orElseThrow());
    }

    private static final String GATEWAY = """
            hostname gw
            vlan 20
            interface port 1
              address 10.77.0.1/30
            interface vlan 20
              address 10.77.20.2/24
              gateway-group 1 shared 10.77.20.1
            """;

    /** RFC 5798, section 6.1: three intervals and a skew of less than one; the interval is a second where nothing is said. */
    @Test
    void aRoleIsGivenUpWhenTheMasterDownIntervalHasRunOut() {
        assertThat(onCorvane("gateways", GATEWAY, GATEWAY.replace("10.77.20.2/24", "10.77.20.3/24")))
                .isEqualTo(new SessionTimers.Stay(7, "master-down interval on vlan 20 of 4 s"));
        assertThat(onCorvane("gateways", GATEWAY, GATEWAY.replace("10.77.0.1/30", "10.77.0.2/30")))
                .as("another interface was touched")
                .isEqualTo(SessionTimers.Stay.NONE);
    }

    @Test
    void aDeviceWithoutPeersHoldsNone() {
        assertThat(onCorvane("routes", GATEWAY, GATEWAY.replace("10.77.0.1/30", "10.77.0.2/30")))
                .isEqualTo(SessionTimers.Stay.NONE);
    }

    @Test
    void theLongerStayCountsAndOfTwoAlikeTheFirst() {
        SessionTimers.Stay one = new SessionTimers.Stay(15, "one");
        SessionTimers.Stay other = new SessionTimers.Stay(15, "other");
        assertThat(one.longer(other)).isSameAs(one);
        assertThat(one.longer(new SessionTimers.Stay(16, "longer")).because()).isEqualTo("longer");
    }
}
