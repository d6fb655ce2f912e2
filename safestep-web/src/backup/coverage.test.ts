import { expect, test } from "vitest";
import type { Covered } from "../api/types";
import { coverageSentence, tally } from "./coverage";

const row = (state: Covered["state"]) => ({ state }) as Covered;

test("says first what is wrong, in words that fit the numbers", () => {
  expect(coverageSentence([])).toBe("There is no device yet.");
  expect(coverageSentence([row("GOOD"), row("GOOD")])).toBe("Every device has a good backup: 2 devices.");
  expect(coverageSentence([row("GOOD"), row("FAILED")])).toBe("1 device of 2 has no good backup: 1 failed.");
  expect(coverageSentence([row("NONE"), row("NONE"), row("OLD"), row("FAILED"), row("GOOD")])).toBe(
    "4 devices of 5 have no good backup: 1 failed, 2 were never backed up, 1 is old.",
  );
});

test("counts each state", () => {
  expect(tally([row("OLD"), row("OLD"), row("GOOD")])).toEqual({ FAILED: 0, NONE: 0, OLD: 2, GOOD: 1 });
});
