import type { ChangeState, Expectation, Phase, Run } from "../api/types";
import type { Shape } from "./Glyph";

/** The one table of how states look and are called. */
export const changeStates: Record<ChangeState, { shape: Shape; word: string }> = {
  DRAFT: { shape: "notyet", word: "draft" },
  IN_REVIEW: { shape: "blocked", word: "in review" },
  RETURNED: { shape: "blocked", word: "returned" },
  APPROVED: { shape: "done", word: "approved" },
  BOOKED: { shape: "done", word: "booked" },
  RUNNING: { shape: "going", word: "running" },
  COMPLETED: { shape: "done", word: "completed" },
  ROLLED_BACK: { shape: "undone", word: "rolled back" },
  NEEDS_ATTENTION: { shape: "failed", word: "needs attention" },
  CLOSED: { shape: "done", word: "closed" },
  REJECTED: { shape: "failed", word: "rejected" },
  WITHDRAWN: { shape: "dot", word: "withdrawn" },
};

export const runStates: Record<Run["state"], { shape: Shape; word: string }> = {
  WAITING: { shape: "notyet", word: "waiting" },
  RUNNING: { shape: "going", word: "running" },
  PAUSED: { shape: "blocked", word: "paused" },
  ROLLING_BACK: { shape: "going", word: "rolling back" },
  SUCCEEDED: { shape: "done", word: "succeeded" },
  ROLLED_BACK: { shape: "undone", word: "rolled back" },
  STUCK: { shape: "failed", word: "stuck" },
};

/** A change of which the run turned back before anything was written has nothing to roll back either. */
export function changeState(change: { state: ChangeState; nothingWritten: boolean }): { shape: Shape; word: string } {
  return change.state === "ROLLED_BACK" && change.nothingWritten ? stoppedUnwritten : changeStates[change.state];
}

const stoppedUnwritten = { shape: "undone", word: "stopped, nothing written" } as const;

/** A run that turned back before anything was written has nothing to roll back. */
export function runState(run: Pick<Run, "state" | "devices">): { shape: Shape; word: string } {
  return run.state === "ROLLED_BACK" && !run.devices.some((d) => d.written) ? stoppedUnwritten : runStates[run.state];
}

export const phaseWords: Record<Phase, string> = {
  BACK_UP: "Back up",
  CHECK_BEFORE: "Check before",
  GATE: "Gate",
  PUSH: "Push",
  READ_BACK: "Read back",
  CHECK_AFTER: "Check after",
  CONFIRM: "Confirm",
  SAVE: "Save",
  AFTER_BACKUP: "After-backup",
  UNDO_PUSH: "Undo",
  UNDO_READ_BACK: "Read back",
  UNDO_CHECK: "Check",
  UNDO_SAVE: "Save",
};

export const expectations: Record<Expectation, { word: string; value: string | null }> = {
  SAME_AS_BEFORE: { word: "same as before", value: null },
  EQUALS: { word: "is exactly", value: "what, a row a line" },
  CONTAINS: { word: "contains", value: "what" },
  ABSENT: { word: "has no", value: "what" },
  AT_LEAST: { word: "at least", value: "how many" },
  AT_MOST: { word: "at most", value: "how many" },
  WITHIN_SHARE: { word: "amount within", value: "per cent of before" },
  REACHABLE: { word: "answers", value: null },
  SAVED: { word: "saved", value: null },
  CONFIRMED: { word: "somebody says yes", value: null },
};

/** What devices do in the network. */
export const deviceRoles = ["core", "distribution", "access", "edge", "firewall", "relay"];

/** A number as people read it, such as 10,000. */
export function grouped(n: number): string {
  return n.toLocaleString("en");
}

export function count(n: number, one: string, many = `${one}s`): string {
  return `${grouped(n)} ${n === 1 ? one : many}`;
}
