import { describe, expect, it } from "vitest";
import type { DifferenceRow } from "../api/types";
import { hunksOf, stretchesOf, unified, wordMarks } from "./hunks";

const same = (path: string[], text: string): DifferenceRow => ({
  kind: "SAME",
  path,
  beforeNumber: 1,
  before: text,
  afterNumber: 1,
  after: text,
});
const added = (path: string[], text: string): DifferenceRow => ({
  kind: "ADDED",
  path,
  beforeNumber: 0,
  before: null,
  afterNumber: 1,
  after: text,
});

const vlan = ["interface vlan 40"];
const rows: DifferenceRow[] = [
  same([], "hostname brn-gw-a"),
  same([], "interface vlan 40"),
  same(vlan, "description ticketing"),
  same(vlan, "mtu 1500"),
  same(vlan, "address 10.77.40.2/23"),
  added(vlan, "relay-dhcp 10.77.8.20"),
  same([], "ospf 1"),
  same(["ospf 1"], "router-id 10.77.2.1"),
];

describe("hunksOf", () => {
  it("shows every row beneath its own parents", () => {
    const shown = hunksOf(rows).filter((h) => h.rows.length > 0);
    expect(shown.map((h) => h.path)).toEqual([vlan]);
    expect(shown[0]!.rows.map((r) => r.after)).toEqual(["mtu 1500", "address 10.77.40.2/23", "relay-dhcp 10.77.8.20"]);
  });

  it("loses no row by folding", () => {
    const all = hunksOf(rows).flatMap((h) => [...h.folded, ...h.rows]);
    expect(all).toEqual(rows);
  });

  it("does not carry context over into another block", () => {
    const next = [added(vlan, "mtu 1400"), same(["interface vlan 60"], "mtu 1500")];
    const hunks = hunksOf(next);
    expect(hunks[0]!.rows).toHaveLength(1);
    expect(hunks[1]!.folded).toHaveLength(1);
  });
});

describe("hunksOf, with little between", () => {
  it("folds no single line that could stand there itself", () => {
    const near = [same([], "hostname x"), same([], "a"), same([], "b"), added([], "c"), same([], "d"), same([], "e")];
    const [only] = hunksOf(near);
    expect(only!.folded).toEqual([]);
    expect(only!.rows).toEqual(near);
    const far = [same([], "hostname w"), ...near];
    expect(hunksOf(far)[0]!.folded.map((r) => r.after)).toEqual(["hostname w", "hostname x"]);
  });
});

describe("hunksOf, beside another block", () => {
  it("counts no stretch in which nothing differs", () => {
    const beside = [
      same([], "vlan 80"),
      same(["vlan 80"], "name cameras"),
      added([], "vlan 900"),
      same([], "interface port 1"),
    ];
    const shown = hunksOf(beside).filter((h) => h.rows.length > 0);
    expect(shown.map((h) => h.rows.map((r) => r.after))).toEqual([["vlan 900", "interface port 1"]]);
    expect(hunksOf(beside).flatMap((h) => [...h.folded, ...h.rows])).toEqual(beside);
  });
});

describe("stretchesOf", () => {
  it("keeps every row and tells changes from the rest", () => {
    const stretches = stretchesOf(rows);
    expect(stretches.flatMap((s) => s.rows)).toEqual(rows);
    expect(stretches.map((s) => s.changed)).toEqual([false, true, false]);
  });
});

describe("wordMarks", () => {
  it("marks the parts that differ", () => {
    const [left, right] = wordMarks("address 10.77.40.2/23", "address 10.77.40.2/24");
    expect(left).toEqual({ before: "address 10.77.40.2/", marked: "23", after: "" });
    expect(right.marked).toBe("24");
  });

  it("marks an insertion on one side only", () => {
    const [left, right] = wordMarks("vlan allowed 2,40", "vlan allowed 2,40,60");
    expect(left.marked).toBe("");
    expect(right.marked).toBe(",60");
  });
});

describe("unified", () => {
  it("names the parents of every hunk", () => {
    expect(unified("brn-gw-a", rows, 0)).toBe("brn-gw-a\n interface vlan 40\n ...\n+  relay-dhcp 10.77.8.20\n");
  });
});
