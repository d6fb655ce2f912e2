import { describe, expect, it } from "vitest";
import type { Phase, RunDevice } from "../api/types";
import { cellOf, nowWords, undoCell } from "./board";

type Step = RunDevice["steps"][number];

const step = (phase: Phase, state: Step["state"], words: string | null = null, minute = 0): Step => ({
  phase,
  state,
  words,
  startedAt: new Date(Date.UTC(2026, 10, 25, 1, minute)).toISOString(),
  endedAt: null,
});

const device = (steps: Step[], nothingToSend = false): RunDevice => ({
  id: 1,
  name: "brn-gw-b",
  wave: 1,
  partner: "brn-gw-a",
  nothingToSend,
  steps,
  holds: null,
  beforeBackupId: null,
  beforeHash: null,
  afterBackupId: null,
  afterHash: null,
  checks: [],
});

describe("the board", () => {
  it("says that an interrupted push is not known", () => {
    expect(cellOf(device([step("PUSH", "INTERRUPTED")]), "PUSH", false).word).toContain("not known");
  });

  it("does not wait for phases that a device without lines never has", () => {
    expect(cellOf(device([], true), "PUSH", false).shape).toBe("dot");
    expect(cellOf(device([], true), "BACK_UP", false).shape).toBe("notyet");
  });

  it("names the failure and what became of it", () => {
    const failed = device([
      step("CHECK_AFTER", "FAILED", "gone: 10.77.40.2 full", 1),
      step("UNDO_PUSH", "DONE", "5 commands sent", 2),
      step("UNDO_READ_BACK", "DONE", "equals the backup", 3),
      step("UNDO_CHECK", "DONE", "2 checks passed", 4),
    ]);
    expect(undoCell(failed)?.shape).toBe("undone");
    expect(nowWords(failed, true)).toBe("gone: 10.77.40.2 full; undone");
  });

  it("tells what is settling in the words of the last note", () => {
    const settling = device([step("CHECK_AFTER", "GOING")]);
    expect(nowWords(settling, false, "settling: neighbours")).toBe("settling: neighbours");
    expect(nowWords(settling, false)).toBe("going on");
  });

  it("shows a failed way back as failed", () => {
    expect(undoCell(device([step("UNDO_PUSH", "FAILED")]))?.shape).toBe("failed");
  });
});
