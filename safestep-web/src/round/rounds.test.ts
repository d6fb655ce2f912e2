import { expect, test } from "vitest";
import type { Round, RoundResult } from "../api/types";
import { roundSummary, roundTitle, stagesOf, worstFirst } from "./rounds";

function round(change: Partial<Round>): Round {
  return {
    id: 3,
    action: "TEST_CONNECTION",
    title: "Connection test",
    argument: "",
    startedBy: "abrill",
    startedAt: "2026-11-26T01:00:00Z",
    endedAt: null,
    stopRequestedBy: null,
    retryOf: null,
    counts: { waiting: 3, going: 1, done: 5, failed: 2, skipped: 0 },
    results: [],
    ...change,
  };
}

const result = (device: string, state: RoundResult["state"]): RoundResult => ({
  device,
  state,
  words: null,
  detail: null,
  endedAt: null,
});

test("a round says what it does on how many devices", () => {
  expect(roundTitle(round({}))).toBe("Connection test on 11 devices");
  expect(roundTitle(round({ title: "Add label", argument: "pier 3" }))).toBe("Add label “pier 3” on 11 devices");
});

test("how far it is", () => {
  expect(roundSummary(round({}))).toBe("7 of 11 through, 2 failed.");
  expect(roundSummary(round({ stopRequestedBy: "abrill" }))).toContain("stopping");
  const ended = { endedAt: "2026-11-26T01:01:00Z" };
  expect(roundSummary(round({ ...ended, counts: { waiting: 0, going: 0, done: 9, failed: 1, skipped: 1 } }))).toBe(
    "9 of 11 done, 1 failed, 1 skipped.",
  );
  expect(roundSummary(round({ ...ended, counts: { waiting: 0, going: 0, done: 2, failed: 0, skipped: 0 } }))).toBe(
    "All 2 devices done.",
  );
});

test("what failed stands on top", () => {
  const names = worstFirst([result("a", "DONE"), result("c", "FAILED"), result("b", "FAILED"), result("d", "GOING")]);
  expect(names.map((r) => r.device)).toEqual(["b", "c", "d", "a"]);
});

test("only connection tests have stages", () => {
  expect(stagesOf(result("a", "DONE"))).toEqual([]);
  expect(
    stagesOf({ ...result("a", "DONE"), detail: '[{"stage":"Name","outcome":"PASSED","words":"x","advice":null}]' }),
  ).toHaveLength(1);
});
