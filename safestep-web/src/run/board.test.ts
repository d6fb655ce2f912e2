import { describe, expect, it } from "vitest";
import type { Phase, Run, RunCheck, RunDevice, RunLine } from "../api/types";
import { cellOf, checkCell, foldedWaves, failureOf, nowWords, phasesOf, undoCell, withLines } from "./board";

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
  before: null,
  after: null,
  timerUntil: null,
  written: false,
  takenBack: false,
  leftOut: null,
  board: {
    phases: nothingToSend ? ["BACK_UP", "CHECK_BEFORE"] : ["BACK_UP", "CHECK_BEFORE", "PUSH", "SAVE"],
    arrived: steps.some((s) => s.phase === "AFTER_BACKUP"),
    mayBeLeftOut: true,
    failed: steps.find((s) => s.state === "FAILED")?.phase ?? null,
    undo: "NONE",
    words: "waits",
  },
});

const run = (devices: RunDevice[]): Run =>
  ({ state: "RUNNING", turningBack: false, endedAt: null, devices, controls: [] }) as unknown as Run;

describe("the board", () => {
  it("folds waves that are done, where there are many devices and the run goes on", () => {
    const devices = Array.from({ length: 30 }, (_, i) => ({
      ...device(i < 20 ? [step("AFTER_BACKUP", "DONE")] : []),
      name: `gw-${i}`,
      wave: 1 + Math.floor(i / 10),
    }));
    expect([...foldedWaves(run(devices))]).toEqual([1, 2]);
    expect(foldedWaves(run(devices.slice(0, 20))).size).toBe(0);
    expect(foldedWaves({ ...run(devices), endedAt: "2026-11-27T02:00:00Z" }).size).toBe(0);
  });

  it("says that an interrupted push is not known", () => {
    expect(cellOf(device([step("PUSH", "INTERRUPTED")]), "PUSH", false).word).toContain("not known");
  });

  it("does not wait for phases that a device without lines never has", () => {
    expect(cellOf(device([], true), "PUSH", false).shape).toBe("dot");
    expect(cellOf(device([], true), "BACK_UP", false).shape).toBe("notyet");
  });

  it("tells what is settling in the words of the last note", () => {
    const settling = device([step("CHECK_AFTER", "GOING")]);
    expect(nowWords(settling, "settling: neighbours")).toBe("settling: neighbours");
    expect(nowWords(settling)).toBe("going on");
    expect(nowWords(device([step("BACK_UP", "DONE")]))).toBe("waits");
  });

  it("moves with the lines before the picture is asked for again", () => {
    const line = (state: RunLine["state"], text: string): RunLine => ({
      id: 1,
      device: "brn-gw-b",
      at: "2026-11-25T01:05:00Z",
      kind: "NOTE",
      text,
      phase: "PUSH",
      state,
    });
    const going = withLines(run([device([])]), [line("GOING", "push begins")]);
    expect(cellOf(going.devices[0]!, "PUSH", false).word).toBe("going on");
    const failed = withLines(going, [line("FAILED", "push failed: refused")]);
    expect(failed.devices[0]!.steps).toHaveLength(1);
    expect(failed.devices[0]!.steps[0]!.words).toBe("refused");
    const quiet = run([device([])]);
    expect(withLines(quiet, [])).toBe(quiet);
  });

  it("shows the phases that any of its devices goes through, in their order", () => {
    const timed = device([]);
    expect(phasesOf(run([timed]))).not.toContain("CONFIRM");
    timed.board = { ...timed.board, phases: ["SAVE", "CONFIRM"] };
    expect(phasesOf(run([device([], true), timed]))).toEqual(["BACK_UP", "CHECK_BEFORE", "CONFIRM", "SAVE"]);
  });

  it("finds what a device failed at", () => {
    expect(failureOf(device([step("PUSH", "FAILED", "refused")]))?.words).toBe("refused");
    expect(failureOf(device([step("PUSH", "DONE")]))).toBeUndefined();
  });

  it("shows how far the way back is", () => {
    const back = device([]);
    expect(undoCell(back)).toBeNull();
    expect(undoCell({ ...back, board: { ...back.board, undo: "FAILED" } })?.shape).toBe("failed");
    expect(undoCell({ ...back, board: { ...back.board, undo: "DONE" } })?.word).toBe("undone");
  });
});

describe("a check on the board", () => {
  const row: RunCheck = {
    device: "brn-gw-a",
    wave: 1,
    check: 7,
    title: "Routing neighbours",
    expected: "same as before",
    severity: "FAIL",
    service: null,
    outcome: null,
    standing: "NOT_YET",
    before: null,
    after: null,
    undone: null,
    looks: 0,
    openedBy: null,
    question: null,
    waitsUntil: null,
  };

  it("is shown in the word of the core, with a shape of its own", () => {
    const shown = (standing: RunCheck["standing"]) => checkCell({ ...row, standing });
    expect(shown("NOT_YET")).toMatchObject({ word: "not yet", shape: "notyet" });
    expect(shown("ASKING")).toMatchObject({ word: "asks a person", shape: "going" });
    expect(shown("FAILED_AND_UNDONE")).toMatchObject({ word: "failed, undone", shape: "undone" });
    expect(shown("NOT_AS_BEFORE")).toMatchObject({ word: "not as before", shape: "failed" });
  });
});
