import type { Phase, Run, RunCheck, RunControl, RunDevice, RunLine, RunStep } from "../api/types";
import { outcomes } from "../change/checks";
import type { Shape } from "../ui/Glyph";
import { clockSeconds } from "../ui/time";
import { count } from "../ui/words";

const forward: Phase[] = [
  "BACK_UP",
  "CHECK_BEFORE",
  "GATE",
  "PUSH",
  "READ_BACK",
  "CHECK_AFTER",
  "CONFIRM",
  "SAVE",
  "AFTER_BACKUP",
];

/** The phases of a run; a timer is confirmed only where there is one. */
export const phasesOf = (run: Run): Phase[] =>
  forward.filter((p) => p !== "CONFIRM" || run.devices.some((d) => d.timer && !d.nothingToSend));

const undoPhases: Phase[] = ["UNDO_PUSH", "UNDO_READ_BACK", "UNDO_CHECK", "UNDO_SAVE"];

export interface Cell {
  shape: Shape;
  word: string;
}

export function stepOf(device: RunDevice, phase: Phase) {
  return device.steps.find((s) => s.phase === phase);
}

/** How one phase of one device looks on the board. */
export function cellOf(device: RunDevice, phase: Phase, ended: boolean): Cell {
  const step = stepOf(device, phase);
  if (!step) {
    const looks = phase === "BACK_UP" || phase === "CHECK_BEFORE";
    const needed = (!device.nothingToSend || looks) && (phase !== "CONFIRM" || device.timer) && !device.skippedBy;
    return !needed || ended ? { shape: "dot", word: "not needed" } : { shape: "notyet", word: "not yet" };
  }
  switch (step.state) {
    case "GOING":
      return { shape: "going", word: "going on" };
    case "DONE":
      return { shape: "done", word: "done" };
    case "FAILED":
      return { shape: "failed", word: "failed" };
    case "INTERRUPTED":
      return { shape: "blocked", word: "interrupted, not known how far" };
    case "AGAIN":
      return { shape: "notyet", word: "to be done once more" };
    case "OVERRIDDEN":
      return { shape: "done", word: "failed, and overridden by two people" };
  }
}

/** The whole way back of one device in one cell; null while there is none. */
export function undoCell(device: RunDevice): Cell | null {
  const steps = undoPhases.flatMap((p) => stepOf(device, p) ?? []);
  if (steps.length === 0) {
    return null;
  }
  if (steps.some((s) => s.state === "FAILED")) {
    return { shape: "failed", word: "undo failed" };
  }
  const last = stepOf(device, "UNDO_SAVE") ?? stepOf(device, "UNDO_CHECK");
  return last?.state === "DONE" ? { shape: "undone", word: "undone" } : { shape: "going", word: "being undone" };
}

/** What the device is at, or how it ended, in words. While something is going on, that is the last note about it. */
export function nowWords(device: RunDevice, ended: boolean, lastNote?: string): string {
  const latest = device.steps.reduce<RunDevice["steps"][number] | null>(
    (a, b) => (!a || new Date(b.startedAt) >= new Date(a.startedAt) ? b : a),
    null,
  );
  if (device.nothingToSend && (ended || device.steps.length > 1)) {
    return "nothing to send";
  }
  if (!latest) {
    return ended ? "not reached" : "waits";
  }
  if (device.skippedBy && !undoCell(device)) {
    return `left out by ${device.skippedBy}: ${device.skipReason}`;
  }
  const failed = device.steps.find((s) => s.state === "FAILED");
  if (failed && !failed.phase.startsWith("UNDO")) {
    const undone = undoCell(device);
    return undone ? `${failed.words}; ${undone.word}` : (failed.words ?? "failed");
  }
  if (latest.state === "GOING") {
    return lastNote ?? "going on";
  }
  const undone = undoCell(device);
  if (undone?.shape === "undone") {
    return device.holds ? `undone: ${device.holds}` : "undone";
  }
  if (latest.phase === "CHECK_BEFORE" && latest.state === "DONE" && !ended) {
    return device.beforeHash ? `ready · backup ${device.beforeHash.slice(0, 8)}` : "ready";
  }
  if (latest.phase === "AFTER_BACKUP") {
    return `${device.holds ?? "done"}, saved`;
  }
  return latest.words ?? "";
}

export function headline(run: Run): string {
  const total = run.devices.length;
  const left = run.devices.filter((d) => d.skippedBy).length;
  const done = run.devices.filter((d) =>
    d.nothingToSend ? stepOf(d, "CHECK_BEFORE")?.state === "DONE" : isAtEnd(d),
  ).length;
  switch (run.state) {
    case "SUCCEEDED":
      return left > 0
        ? `Succeeded on ${done} of ${count(total, "device")}, ${left} left out`
        : `Succeeded on ${total} of ${count(total, "device")}`;
    case "ROLLED_BACK":
      return run.devices.some((d) => d.written) ? "Rolled back" : "Stopped before anything was written";
    case "STUCK":
      return "Stuck: not everything could be undone";
    case "ROLLING_BACK":
      return run.turningBack ? "Rolling back" : "Taking back a part";
    case "PAUSED":
      return `Waiting for a person: ${done} of ${count(total, "device")} done`;
    default:
      return run.stopRequestedBy ? "Stopping" : `Running: ${done} of ${count(total, "device")} done`;
  }
}

const isAtEnd = (device: RunDevice) => stepOf(device, "AFTER_BACKUP")?.state === "DONE" && !device.takenBack;

/** With more devices than this, waves that are done take one line each, so that the one at work is in sight. */
const MANY = 24;

/** The waves of a run that are done, where there are many devices. */
export function foldedWaves(run: Run): Set<number> {
  const folded = new Set<number>();
  if (run.devices.length > MANY && !run.endedAt) {
    for (const { wave } of run.devices) {
      const devices = run.devices.filter((d) => d.wave === wave);
      if (!folded.has(wave) && devices.every((d) => isAtEnd(d) || d.skippedBy)) {
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
export function failureOf(device: RunDevice): RunStep | undefined {
  return device.skippedBy ? undefined : device.steps.find((s) => s.state === "FAILED" && !s.phase.startsWith("UNDO"));
}

/** Whether a device may be left out now. */
export const maySkip = (run: Run, device: RunDevice): boolean =>
  !run.endedAt && !run.turningBack && !device.skippedBy && !isAtEnd(device) && !device.nothingToSend;

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

/** Whether a check is fine, as it stands now. */
export function checkCell(check: RunCheck): Cell {
  if (check.waitsUntil !== null) {
    return { shape: "going", word: "asks a person" };
  }
  if (check.undone !== null) {
    return check.undone.outcome === "PASSED"
      ? { shape: "undone", word: check.after?.outcome === "FAILED" ? "failed, undone" : "as before" }
      : { shape: "failed", word: "not as before" };
  }
  if (check.outcome !== null) {
    return check.after === null && check.outcome === "FAILED"
      ? { shape: "failed", word: "failed before" }
      : outcomes[check.outcome];
  }
  return check.before !== null ? { shape: "notyet", word: "looked at before" } : { shape: "notyet", word: "not yet" };
}
