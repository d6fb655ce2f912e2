import type { Phase, Run, RunCheck, RunControl, RunDevice, RunLine, RunStep } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import type { Shape } from "../ui/Glyph";
import { clockSeconds } from "../ui/time";
import { looks, phaseWords } from "../ui/words";

/** The phases of a run on the way there: those that any of its devices goes through. */
export const phasesOf = (run: Run): Phase[] =>
  (Object.keys(phaseWords) as Phase[]).filter((p) => run.devices.some((d) => d.board.phases.includes(p)));

export interface Cell {
  shape: Shape;
  word: string;
}

const stepLooks = looks<RunStep["state"]>(vocabulary.stepStates, {
  GOING: "going",
  DONE: "done",
  FAILED: "failed",
  INTERRUPTED: "blocked",
  AGAIN: "notyet",
  OVERRIDDEN: "done",
});

export function stepOf(device: RunDevice, phase: Phase) {
  return device.steps.find((s) => s.phase === phase);
}

/** How one phase of one device looks on the board. */
export function cellOf(device: RunDevice, phase: Phase, ended: boolean): Cell {
  const step = stepOf(device, phase);
  if (step) {
    return stepLooks[step.state];
  }
  return device.board.phases.includes(phase) && !ended
    ? { shape: "notyet", word: "not yet" }
    : { shape: "dot", word: "not needed" };
}

const undoLooks = looks<RunDevice["board"]["undo"]>(vocabulary.undoStates, {
  NONE: "dot",
  GOING: "going",
  DONE: "undone",
  FAILED: "failed",
});

/** The whole way back of one device in one cell; null while there is none. */
export const undoCell = (device: RunDevice): Cell | null =>
  device.board.undo === "NONE" ? null : undoLooks[device.board.undo];

/** What the device is at, or how it ended, in words. While something is going on, that is the last note about it. */
export function nowWords(device: RunDevice, lastNote?: string): string {
  const going = device.steps.some((s) => s.state === "GOING");
  return going ? (lastNote ?? vocabulary.stepStates.GOING) : device.board.words;
}

/** With more devices than this, waves that are done take one line each, so that the one at work is in sight. */
const MANY = 24;

/** The waves of a run that are done, where there are many devices. */
export function foldedWaves(run: Run): Set<number> {
  const folded = new Set<number>();
  if (run.devices.length > MANY && !run.endedAt) {
    for (const { wave } of run.devices) {
      const devices = run.devices.filter((d) => d.wave === wave);
      if (!folded.has(wave) && devices.every((d) => d.board.arrived || d.leftOut)) {
        folded.add(wave);
      }
    }
  }
  return folded;
}

/** What the dead-man timer of a device means now. */
export const timerWords = (until: string, now: Date): string =>
  new Date(until) > now
    ? `Its dead-man timer runs until ${clockSeconds(until)}: unless it is confirmed by then, the device goes back by itself.`
    : `Its dead-man timer ran out at ${clockSeconds(until)}: by now the device should have gone back by itself.`;

/** What a device failed at on the way there, as long as nobody has decided about it. */
export const failureOf = (device: RunDevice): RunStep | undefined =>
  device.steps.find((s) => s.phase === device.board.failed);

/** An override that waits for a second person. */
export const overrideOf = (run: Run, device: string): RunControl | undefined =>
  run.controls.find((c) => c.kind === "OVERRIDE" && c.device === device && c.waitsForSecond);

/** The run with what new lines say of phases: the board moves before the whole picture is asked for again. */
export function withLines(run: Run, lines: RunLine[]): Run {
  const told = new Map<string, RunLine[]>();
  for (const line of lines) {
    if (line.device && line.phase) {
      told.set(line.device, [...(told.get(line.device) ?? []), line]);
    }
  }
  if (told.size === 0) {
    return run;
  }
  return {
    ...run,
    devices: run.devices.map((d) => {
      const own = told.get(d.name);
      return own ? { ...d, steps: own.reduce(withStep, d.steps) } : d;
    }),
  };
}

function withStep(steps: RunStep[], line: RunLine): RunStep[] {
  const old = steps.find((s) => s.phase === line.phase);
  const going = line.state === "GOING";
  const step: RunStep = {
    phase: line.phase!,
    state: line.state!,
    startedAt: going ? line.at : (old?.startedAt ?? line.at),
    endedAt: going ? null : line.at,
    words: going ? null : line.text.replace(/^[^:]*: /, ""),
  };
  return [...steps.filter((s) => s.phase !== line.phase), step];
}

const checkLooks = looks<RunCheck["standing"]>(vocabulary.checkStandings, {
  NOT_YET: "notyet",
  LOOKED_AT_BEFORE: "notyet",
  FAILED_BEFORE: "failed",
  ASKING: "going",
  PASSED: "done",
  WARNED: "failed",
  INCOMPLETE: "blocked",
  FAILED: "failed",
  AS_BEFORE: "undone",
  FAILED_AND_UNDONE: "undone",
  NOT_AS_BEFORE: "failed",
});

/** How a check stands now. */
export const checkCell = (check: RunCheck): Cell => checkLooks[check.standing];
