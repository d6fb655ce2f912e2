import { describe, expect, it } from "vitest";
import type { DeviceState } from "../api/types";
import { adjacency, hiddenRoutes, interfaceState, sessionState, summary } from "./computed";

const quiet: DeviceState = {
  device: "brn-gw-a",
  takenAt: "2026-11-25T00:00:00Z",
  gap: null,
  interfaces: [
    {
      name: "port 1",
      kind: "PORT",
      up: true,
      known: true,
      reason: null,
      addresses: [],
      mtu: 1500,
      vlans: null,
      far: null,
    },
    {
      name: "port 2",
      kind: "PORT",
      up: false,
      known: true,
      reason: "It is disabled.",
      addresses: [],
      mtu: 1500,
      vlans: null,
      far: null,
    },
  ],
  neighbours: [{ name: "port 1", device: "ops-co-a", address: "10.77.1.1", area: "0", state: "FULL", reason: null }],
  sessions: [],
  gateways: [],
  routes: [],
  notModelled: [],
  problems: [],
};

describe("the sentence about a device", () => {
  it("says that all is well; what is disabled is meant to be down", () => {
    expect(summary(quiet)).toBe("Every interface that is meant to be up is up, and every neighbour is there.");
  });

  it("claims nothing about interfaces whose cables nobody tells of", () => {
    const untold = { ...quiet.interfaces[0]!, up: false, known: false, reason: "No cable to it is known." };
    expect(interfaceState(untold).word).toBe("not known");
    expect(summary({ ...quiet, interfaces: [untold, untold] })).toBe(
      "Nothing is known to be down; whether 2 interfaces are up is not known.",
    );
  });

  it("counts what is not well and what is not modelled", () => {
    const bad: DeviceState = {
      ...quiet,
      interfaces: [{ ...quiet.interfaces[1]!, reason: "The cable carries nothing." }],
      neighbours: [{ ...quiet.neighbours[0]!, state: "DOWN", reason: "The areas differ." }],
      notModelled: [
        { line: 3, path: "mirror", why: "?" },
        { line: 4, path: "mirror", why: "?" },
      ],
    };
    expect(summary(bad)).toBe("1 interface is down, 1 OSPF neighbour is missing. 2 lines are not modelled.");
  });
});

describe("states", () => {
  it("tells disabled from down", () => {
    expect(interfaceState(quiet.interfaces[1]!)).toEqual({ shape: "blocked", word: "disabled" });
    expect(interfaceState({ ...quiet.interfaces[1]!, reason: "Cut." }).shape).toBe("failed");
  });

  it("takes two-way without a reason for what it should be", () => {
    expect(adjacency({ ...quiet.neighbours[0]!, state: "TWO_WAY" }).shape).toBe("done");
    expect(adjacency({ ...quiet.neighbours[0]!, state: "TWO_WAY", reason: "MTU" }).shape).toBe("failed");
  });

  it("does not claim to know a neighbour that is somebody else's", () => {
    expect(
      sessionState({ neighbour: "192.0.2.1", device: null, as: 64500, kind: "external", state: "UNKNOWN", reason: "" }),
    ).toEqual({ shape: "dot", word: "not known" });
  });

  it("offers the routes that are not shown", () => {
    expect(hiddenRoutes(20, 14)).toBe("Show the other 6");
    expect(hiddenRoutes(3, 3)).toBe("");
  });
});
