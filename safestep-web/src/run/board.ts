import type { Phase, Run, RunCheck, RunDevice } from "../api/types";
import type { Shape } from "../ui/Glyph";
import { count } from "../ui/words";

export const forward: Phase[] = ["BACK_UP", "CHECK_BEFORE", "PUSH", "READ_BACK", "CHECK_AFTER", "SAVE", "AFTER_BACKUP"];

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
    const needed = !device.nothingToSend || phase === "BACK_UP" || phase === "CHECK_BEFORE";
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
  if (latest.phase === "AFTER_BACKUP") {
    return `${device.holds ?? "done"}, saved`;
  }
  return latest.words ?? "";
}

export function headline(run: Run): string {
  const total = run.devices.length;
  const done = run.devices.filter((d) =>
    d.nothingToSend ? stepOf(d, "CHECK_BEFORE")?.state === "DONE" : stepOf(d, "AFTER_BACKUP")?.state === "DONE",
  ).length;
  switch (run.state) {
    case "SUCCEEDED":
      return `Succeeded on ${total} of ${count(total, "device")}`;
    case "ROLLED_BACK":
      return "Rolled back";
    case "STUCK":
      return "Stuck: not everything could be undone";
    case "ROLLING_BACK":
      return "Rolling back";
    default:
      return run.stopRequestedBy ? "Stopping" : `Running: ${done} of ${count(total, "device")} done`;
  }
}

/** Whether a check is fine, as it stands now; one that is still given time has not failed yet. */
export function checkCell(check: RunCheck, settling: boolean): Cell {
  if (check.undone !== null) {
    return check.undonePassed
      ? { shape: "undone", word: "as before after the undo" }
      : { shape: "failed", word: "failed" };
  }
  if (check.after !== null) {
    if (!check.afterPassed && settling) {
      return { shape: "going", word: "settling" };
    }
    return check.afterPassed ? { shape: "done", word: "passed" } : { shape: "failed", word: "not passed" };
  }
  if (check.before !== null) {
    return check.beforePassed
      ? { shape: "notyet", word: "looked at before" }
      : { shape: "failed", word: "failed before" };
  }
  return { shape: "notyet", word: "not yet" };
}
