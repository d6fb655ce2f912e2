import { beforeEach, describe, expect, it } from "vitest";
import { setZone } from "../ui/time";
import { byDay, type Choice, choiceOf, exportAddress, isAll, paramsOf, queryOf } from "./choice";

const all: Choice = { person: "", subject: "", changes: false, action: "", from: "", to: "", words: "" };

describe("what of the record is chosen", () => {
  beforeEach(() => setZone("America/Halifax"));

  it("stands in the address and comes back from it", () => {
    const choice: Choice = {
      ...all,
      person: "roake",
      subject: "brn-gw-a",
      changes: true,
      from: "2026-11-30",
      words: "two words",
    };
    expect(choiceOf(new URLSearchParams(paramsOf(choice)))).toEqual(choice);
    expect(paramsOf(all)).toEqual({});
    expect(isAll(all)).toBe(true);
    expect(isAll({ ...all, words: " " })).toBe(true);
    expect(isAll(choice)).toBe(false);
  });

  it("forgets changes of no device, and days that are none", () => {
    expect(paramsOf({ ...all, changes: true })).toEqual({});
    expect(choiceOf(new URLSearchParams("from=yesterday&to=2026-13-40"))).toEqual(all);
  });

  it("asks for whole days of the network", () => {
    expect(queryOf({ ...all, from: "2026-07-01", to: "2026-07-01" })).toEqual({
      from: "2026-07-01T03:00:00.000Z",
      until: "2026-07-02T03:00:00.000Z",
    });
  });

  it("keeps the days on which the clock changes whole", () => {
    // 1 November 2026 has 25 hours there, 8 March 2026 has 23.
    expect(queryOf({ ...all, from: "2026-11-01", to: "2026-11-01" })).toEqual({
      from: "2026-11-01T03:00:00.000Z",
      until: "2026-11-02T04:00:00.000Z",
    });
    expect(queryOf({ ...all, from: "2026-03-08", to: "2026-03-08" })).toEqual({
      from: "2026-03-08T04:00:00.000Z",
      until: "2026-03-09T03:00:00.000Z",
    });
  });

  it("goes on into the address of the file", () => {
    expect(exportAddress(all, "CSV")).toBe("/api/record/export?format=CSV");
    expect(exportAddress({ ...all, subject: "brn-gw-a", changes: true, words: "a&b" }, "JSON_LINES")).toBe(
      "/api/record/export?subject=brn-gw-a&words=a%26b&changes=true&format=JSON_LINES",
    );
  });

  it("is told by days of the network", () => {
    const entries = ["2026-11-30T05:00:00Z", "2026-11-30T04:00:00Z", "2026-11-30T03:59:59Z"].map((at) => ({ at }));
    expect(byDay(entries).map((d) => [d.day, d.entries.length])).toEqual([
      ["2026-11-30", 2],
      ["2026-11-29", 1],
    ]);
    expect(byDay([])).toEqual([]);
  });
});
