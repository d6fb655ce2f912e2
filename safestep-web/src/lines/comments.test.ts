import { describe, expect, it } from "vitest";
import type { DifferenceRow, LineComment } from "../api/types";
import { about, astray, nameBegun, openByDevice, usualSide, WHOLE, withName } from "./comments";

const row = (before: string | null, after: string | null): DifferenceRow => ({
  kind: before === null ? "ADDED" : after === null ? "REMOVED" : "CHANGED",
  path: ["interface vlan 40"],
  beforeNumber: before === null ? 0 : 3,
  before,
  afterNumber: after === null ? 0 : 3,
  after,
});

const comment = (side: "BASELINE" | "OUTCOME", line: string, resolvedBy: string | null = null): LineComment => ({
  id: 1,
  about: { device: "brn-gw-a", side, path: ["interface vlan 40"], line },
  body: "Why?",
  question: true,
  author: "D. Fennimore",
  writtenAt: "2026-11-27T05:00:00Z",
  answers: [],
  mayResolve: false,
  resolvedBy,
  resolvedAt: null,
});

describe("comments on lines", () => {
  it("are found at their line on its side", () => {
    const changed = row("mtu 1500", "mtu 1400");
    expect(about([comment("OUTCOME", "mtu 1400")], changed)).toHaveLength(1);
    expect(about([comment("BASELINE", "mtu 1400")], changed)).toHaveLength(0);
    expect(about([comment("BASELINE", "mtu 1500")], changed)).toHaveLength(1);
  });

  it("are kept when their line is gone", () => {
    expect(astray([comment("OUTCOME", "mtu 1300"), comment("OUTCOME", "mtu 1400")], [row(null, "mtu 1400")])).toEqual([
      comment("OUTCOME", "mtu 1300"),
    ]);
  });

  it("are counted while they are open", () => {
    expect(openByDevice([comment("OUTCOME", "a"), comment("OUTCOME", "b", "R. Oake")])).toEqual(
      new Map([["brn-gw-a", 1]]),
    );
  });

  it("on the change as a whole count when they are questions, and stand at no line", () => {
    const whole: LineComment = { ...comment("OUTCOME", "a"), about: null };
    expect(openByDevice([whole, { ...whole, question: false }, comment("OUTCOME", "a")])).toEqual(
      new Map([
        [WHOLE, 1],
        ["brn-gw-a", 1],
      ]),
    );
    expect(about([whole], row(null, "a"))).toEqual([]);
    expect(astray([whole], [])).toEqual([]);
  });

  it("speak of what comes, unless the line only goes", () => {
    expect(usualSide(row("mtu 1500", null))).toBe("BASELINE");
    expect(usualSide(row("mtu 1500", "mtu 1400"))).toBe("OUTCOME");
  });
});

describe("names that are spoken to", () => {
  it("are begun by an @ that is no part of a word", () => {
    expect(nameBegun("Can @df", 7)).toBe("df");
    expect(nameBegun("@", 1)).toBe("");
    expect(nameBegun("(@DF", 4)).toBe("df");
    expect(nameBegun("mail d@df", 9)).toBeNull();
    expect(nameBegun("@df and", 7)).toBeNull();
    expect(nameBegun("@df and", 3)).toBe("df");
    expect(nameBegun("", 0)).toBeNull();
  });

  it("are put where they were begun, with one space behind", () => {
    expect(withName("Can @df do it?", 7, "dfennimore")).toEqual({ text: "Can @dfennimore do it?", place: 16 });
    expect(withName("@", 1, "pquill")).toEqual({ text: "@pquill ", place: 8 });
  });
});
