import type { Backup, ChangeState, Device, Phase, Run, Standing } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import type { Shape } from "./Glyph";

/** The words of the core: what it says and this misses, or the other way round, does not compile. */
const stateShapes: Record<ChangeState, Shape> = {
  DRAFT: "notyet",
  IN_REVIEW: "blocked",
  RETURNED: "blocked",
  APPROVED: "done",
  BOOKED: "done",
  RUNNING: "going",
  COMPLETED: "done",
  ROLLED_BACK: "undone",
  NEEDS_ATTENTION: "failed",
  CLOSED: "done",
  REJECTED: "failed",
  WITHDRAWN: "dot",
};

const runShapes: Record<Run["state"], Shape> = {
  WAITING: "notyet",
  RUNNING: "going",
  PAUSED: "blocked",
  ROLLING_BACK: "going",
  SUCCEEDED: "done",
  ROLLED_BACK: "undone",
  STUCK: "failed",
};

/** How something looks and is called. */
export interface Look {
  shape: Shape;
  word: string;
}

/** Puts shapes beside the words of the core, of which each needs one. */
export function looks<K extends string>(words: Record<K, string>, shapes: Record<K, Shape>): Record<K, Look> {
  const keys = Object.keys(words) as K[];
  return Object.fromEntries(keys.map((k) => [k, { word: words[k], shape: shapes[k] }])) as Record<K, Look>;
}

export const changeStates = looks<ChangeState>(vocabulary.changeStates, stateShapes);
export const runStates = looks<Run["state"]>(vocabulary.runStates, runShapes);

/** A change of which the run turned back before anything was written has nothing to roll back either. */
export function changeState(change: { state: ChangeState; nothingWritten: boolean }): Look {
  return change.state === "ROLLED_BACK" && change.nothingWritten ? stoppedUnwritten : changeStates[change.state];
}

const stoppedUnwritten: Look = { shape: "undone", word: vocabulary.nothingWritten };

/** A run that turned back before anything was written has nothing to roll back. */
export function runState(run: Pick<Run, "state" | "devices">): Look {
  return run.state === "ROLLED_BACK" && !run.devices.some((d) => d.written) ? stoppedUnwritten : runStates[run.state];
}

/** How far something is, as a shape and as the tone of a message. */
export const standings: Record<Standing, { shape: Shape; tone: string }> = {
  NONE: { shape: "dot", tone: "calm" },
  NOT_YET: { shape: "notyet", tone: "calm" },
  GOING: { shape: "going", tone: "calm" },
  BLOCKED: { shape: "blocked", tone: "" },
  DONE: { shape: "done", tone: "good" },
  FAILED: { shape: "failed", tone: "bad" },
  UNDONE: { shape: "undone", tone: "undone" },
};

export const phaseWords: Record<Phase, string> = vocabulary.phases;

/** What devices do in the network. */
export const roleWords: Record<Device["role"], string> = vocabulary.deviceRoles;
export const deviceRoles = Object.values(roleWords);

/** What a version was read from, and why. */
export const kinds: Record<Backup["kind"], string> = vocabulary.backupKinds;
export const causes: Record<Backup["cause"], string> = vocabulary.backupCauses;

export const stanceWords: Record<Device["stance"], string> = vocabulary.stances;

/** A number as people read it, such as 10,000. */
export function grouped(n: number): string {
  return n.toLocaleString("en");
}

export function count(n: number, one: string, many = `${one}s`): string {
  return `${grouped(n)} ${n === 1 ? one : many}`;
}

/** The list with one more, or without it. */
export const toggled = <T>(list: readonly T[], one: T): T[] =>
  list.includes(one) ? list.filter((x) => x !== one) : [...list, one];
