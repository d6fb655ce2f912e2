import { expect, test } from "vitest";
import type { Search } from "../api/types";
import { foundInWords, progressInWords, searchTitle } from "./searches";

function search(change: Partial<Search>): Search {
  return {
    id: 1,
    kind: "RANGE",
    ranges: ["10.77.2.0/24"],
    exclusions: [],
    start: null,
    depth: 0,
    ports: [22],
    from: "here",
    total: 254,
    lookedAt: 100,
    startedBy: "abrill",
    startedAt: "2026-11-26T01:00:00Z",
    endedAt: null,
    stopRequestedBy: null,
    skipped: [],
    counts: {},
    ...change,
  };
}

test("what was found, the most important first", () => {
  expect(foundInWords(search({}))).toBe("Nothing found yet.");
  expect(foundInWords(search({ endedAt: "x" }))).toBe("Nothing was found.");
  expect(foundInWords(search({ counts: { KNOWN: 12, NEW: 3, CHANGED_IDENTITY: 1 } }))).toBe(
    "Found 3 new, 1 with a changed identity and 12 known.",
  );
  expect(foundInWords(search({ counts: { KNOWN: 1 } }))).toBe("Found 1 known.");
});

test("how far it is", () => {
  expect(progressInWords(search({ total: 65_536 }))).toBe("100 of 65,536 addresses looked at.");
  expect(progressInWords(search({ endedAt: "x", stopRequestedBy: "abrill" }))).toContain("Stopped.");
});

test("what is searched", () => {
  expect(searchTitle(search({}))).toBe("Search of 10.77.2.0/24");
  expect(searchTitle(search({ kind: "WALK", start: "brn-gw-a", depth: 1 }))).toBe("Walk from brn-gw-a, 1 link away");
});
