import { expect, test } from "vitest";
import type { FindingRow } from "../api/types";
import { findingsSentence, standing } from "./findings";

const row = (more: Partial<FindingRow>) =>
  ({ state: "OPEN", changeNumber: null, matchesAgainAt: null, endedAt: null, holdUntil: null, ...more }) as FindingRow;

test("says first what waits for a decision", () => {
  expect(findingsSentence([], 30)).toBe("All 30 devices matched their baseline when they were read last.");
  expect(findingsSentence([row({})], 30)).toBe("1 device was changed outside, and nobody has decided.");
  expect(findingsSentence([row({}), row({}), row({ state: "ON_HOLD" })], 30)).toBe(
    "2 devices were changed outside, and nobody has decided. 1 other is held, linked or being reverted.",
  );
  expect(findingsSentence([row({ state: "LINKED" })], 30)).toBe(
    "Nothing waits for a decision. 1 other is held, linked or being reverted.",
  );
});

test("what is beside the state", () => {
  expect(standing(row({ state: "ON_HOLD", holdUntil: "2026-12-01T12:00:00Z", owner: "iseaver" }))).toBe(
    "until Tue 1 Dec, iseaver answers for it",
  );
  expect(standing(row({ state: "REVERTING", changeNumber: 1007, matchesAgainAt: "2026-11-01T00:00:00Z" }))).toBe(
    "CR-1007, matches again",
  );
});
