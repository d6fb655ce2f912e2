import { expect, it } from "vitest";
import type { RunControl } from "../api/types";
import { controlWords } from "./controls";

const control: RunControl = {
  kind: "OVERRIDE",
  device: "brn-gw-a",
  phase: "CHECK_AFTER",
  reason: "The reader is being replaced.",
  askedBy: "pquill",
  askedAt: "2026-11-27T01:40:00Z",
  secondedBy: "mtarrant",
  waitsForSecond: false,
};

it("tells who did what to a run, about what, and with whom", () => {
  expect(controlWords(control)).toBe(
    "pquill overrode a failure (brn-gw-a, check after), with mtarrant: The reader is being replaced.",
  );
  expect(controlWords({ ...control, secondedBy: null, waitsForSecond: true })).toContain("nobody has agreed");
  expect(controlWords({ ...control, kind: "STOP", device: null, phase: null, reason: "", secondedBy: null })).toBe(
    "pquill asked to stop and roll back",
  );
});
