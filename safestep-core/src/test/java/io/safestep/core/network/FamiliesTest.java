package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

/** The same device written in the three languages says the same about the network. */
class FamiliesTest {

    private static final String CORVANE = """
            hostname gw
            route 10.9.0.0/16 via 10.1.0.2 distance 5
            vlan 40
            vlan 60
            interface loopback 0
              address 10.0.0.1/32
            interface port 1
              address 10.1.0.1/30
              mtu 1400
              ospf cost 7
              ospf type point-to-point
            interface port 2
              vlan native 40
              vlan allowed 60
            interface port 3
              disabled
            interface vlan 40
              address 10.40.0.2/24
              filter-in f
              ospf passive
              gateway-group 40 shared 10.40.0.1
              gateway-group 40 priority 120
            ospf 1
              router-id 10.0.0.1
              authentication key lantern
              default-route when-known
              area 1 network 10.0.0.0/8
            bgp 65077
              network 10.9.0.0/16
              neighbour 10.1.0.2 as 64496
              neighbour 10.1.0.2 filter-out ours
              neighbour 10.1.0.2 local-preference 150
            packet-filter f
              allow tcp 10.40.0.0/24 to 10.8.0.0/24 port 443
              drop ip 10.40.0.0/24 to 10.8.0.0/24
            prefix-list ours
              allow 10.0.0.0/8 up-to 24
            """;

    private static DeviceFacts read(PlatformProfile profile, String text) {
        ConfigTree configuration = new ConfigEngine(profile.language()).read(text);
        FactReader reader = new FactReader(profile);
        DeviceFacts facts = reader.read("gw", configuration);
        assertThat(facts.unmodelled()).isEmpty();
        assertThat(reader.interfaces(configuration)).as("interfaces read alone").isEqualTo(facts.interfaces());
        return facts;
    }

    @Test
    void xmlAndJsonSayWhatTheCommandLineSays() {
        DeviceFacts corvane = read(ShippedProfiles.corvane(), CORVANE);
        DeviceFacts haldrin = read(ShippedProfiles.haldrin(), """
                <config>
                  <system><name>gw</name></system>
                  <vlans><vlan><id>40</id></vlan><vlan><id>60</id></vlan></vlans>
                  <interfaces>
                    <interface><name>lo0</name><loopback/><address><ip>10.0.0.1</ip><length>32</length></address>
                      <ospf><area>1</area></ospf></interface>
                    <interface><name>x1</name><mtu>1400</mtu><address><ip>10.1.0.1</ip><length>30</length></address>
                      <ospf><area>1</area><cost>7</cost><type>point-to-point</type></ospf></interface>
                    <interface><name>x2</name><switching><untagged>40</untagged><tagged>60</tagged></switching></interface>
                    <interface><name>x3</name><enabled>false</enabled></interface>
                    <interface><name>v40</name><vlan>40</vlan><address><ip>10.40.0.2</ip><length>24</length></address>
                      <filter-in>f</filter-in><ospf><area>1</area><passive/></ospf>
                      <vrrp><group>40</group><address>10.40.0.1</address><priority>120</priority></vrrp></interface>
                  </interfaces>
                  <routing>
                    <route><prefix>10.9.0.0/16</prefix><next-hop>10.1.0.2</next-hop><distance>5</distance></route>
                    <ospf><router-id>10.0.0.1</router-id><key>lantern</key><default-route>when-known</default-route></ospf>
                    <bgp><as>65077</as><network>10.9.0.0/16</network>
                      <neighbour><address>10.1.0.2</address><as>64496</as><filter-out>ours</filter-out>
                        <local-preference>150</local-preference></neighbour></bgp>
                  </routing>
                  <filters>
                    <packet-filter><name>f</name>
                      <rule><number>20</number><action>drop</action><protocol>ip</protocol><from>10.40.0.0/24</from><to>10.8.0.0/24</to></rule>
                      <rule><number>10</number><action>allow</action><protocol>tcp</protocol><from>10.40.0.0/24</from><to>10.8.0.0/24</to><to-port>443</to-port></rule>
                    </packet-filter>
                    <prefix-list><name>ours</name><rule><number>10</number><action>allow</action><prefix>10.0.0.0/8</prefix><up-to>24</up-to></rule></prefix-list>
                  </filters>
                </config>
                """);
        DeviceFacts ostrel = read(ShippedProfiles.ostrel(), """
                { "ostrel-base:base": {"label": "gw"},
                  "ostrel-vlans:vlans": {"vlan": [{"id": 40}, {"id": 60}]},
                  "ostrel-ports:ports": {"port": [
                    {"id": "lo", "kind": "loopback", "ip": ["10.0.0.1/32"], "ospf-area": 1},
                    {"id": "p1", "mtu": 1400, "ip": ["10.1.0.1/30"], "ospf-area": 1, "ospf-cost": 7, "ospf-type": "point-to-point"},
                    {"id": "p2", "untagged": 40, "tagged": [60]},
                    {"id": "p3", "closed": true},
                    {"id": "v40", "kind": "vlan", "vlan": 40, "ip": ["10.40.0.2/24"], "filter-in": "f", "ospf-area": 1,
                     "ospf-passive": [null], "shared-address": [{"group": 40, "ip": ["10.40.0.1"], "priority": 120}]}]},
                  "ostrel-routing:routing": {
                    "static": [{"target": "10.9.0.0/16", "via": "10.1.0.2", "distance": 5}],
                    "ospf": {"router-id": "10.0.0.1", "key": "lantern", "default-route": "when-known"},
                    "bgp": {"as": 65077, "network": ["10.9.0.0/16"],
                      "peer": [{"ip": "10.1.0.2", "as": 64496, "filter-out": "ours", "local-preference": 150}]}},
                  "ostrel-rules:rules": {
                    "filter": [{"name": "f", "entry": [
                      {"seq": 10, "verdict": "allow", "protocol": "tcp", "from": "10.40.0.0/24", "to": "10.8.0.0/24", "port": 443},
                      {"seq": 20, "verdict": "drop", "protocol": "ip", "from": "10.40.0.0/24", "to": "10.8.0.0/24"}]}],
                    "prefixes": [{"name": "ours", "entry": [{"seq": 10, "verdict": "allow", "prefix": "10.0.0.0/8", "up-to": 24}]}]}}
                """);
        for (DeviceFacts other : new DeviceFacts[] {haldrin, ostrel}) {
            assertThat(other.vlans()).isEqualTo(corvane.vlans());
            assertThat(other.routes()).isEqualTo(corvane.routes());
            assertThat(other.bgp()).isEqualTo(corvane.bgp());
            assertThat(other.policy()).isEqualTo(corvane.policy());
            assertThat(other.ospf().routerId()).isEqualTo(corvane.ospf().routerId());
            assertThat(other.ospf().key()).isEqualTo(corvane.ospf().key());
            assertThat(other.ospf().defaultRoute()).isEqualTo(corvane.ospf().defaultRoute());
            assertThat(other.filters().get("f").rules())
                    .usingRecursiveFieldByFieldElementComparatorIgnoringFields("line")
                    .isEqualTo(corvane.filters().get("f").rules());
            assertThat(other.interfaces().values())
                    .usingRecursiveFieldByFieldElementComparatorIgnoringFields("name", "ospf.area")
                    .containsExactlyElementsOf(corvane.interfaces().values());
        }
    }
}
