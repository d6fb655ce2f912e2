import type { Changed, FindingRow, FindingState, FindingStep } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import type { Shape } from "../ui/Glyph";
import { dayName } from "../ui/time";
import { count, looks } from "../ui/words";

export const findingStates = looks<FindingState>(vocabulary.findingStates, {
  OPEN: "failed",
  ON_HOLD: "blocked",
  LINKED: "blocked",
  REVERTING: "going",
  ADOPTED: "done",
  REVERTED: "undone",
  CLOSED: "dot",
});

/** What happened to a finding, in words. */
export const steps: Record<FindingStep, string> = {
  ADOPT: "adopted",
  REVERT: "opened a change to revert it",
  LINK: "linked it",
  HOLD: "put it on hold",
  REOPEN: "opened it again",
  CLOSE: "closed it",
  CHANGED_AGAIN: "changed again",
  MATCHES_AGAIN: "matches again",
  HOLD_ENDED: "no longer on hold",
  CHANGE_ENDED: "the change has ended",
};

/** What stands beside the state. */
export function standing(f: FindingRow): string {
  const parts: string[] = [];
  if (f.state === "ON_HOLD" && f.holdUntil) {
    parts.push(`until ${dayName(f.holdUntil)}, ${f.owner} answers for it`);
  }
  if (f.changeNumber) {
    parts.push(`CR-${f.changeNumber}`);
  }
  if (f.matchesAgainAt && !f.endedAt) {
    parts.push("matches again");
  }
  return parts.join(", ");
}

/** The first thing to know, as a sentence. */
export function findingsSentence(rows: FindingRow[], devices: number): string {
  const undecided = rows.filter((r) => r.state === "OPEN").length;
  const others = rows.length - undecided;
  if (rows.length === 0) {
    return `All ${count(devices, "device")} matched their baseline when they were read last.`;
  }
  const more =
    others > 0 ? ` ${count(others, "other")} ${others === 1 ? "is" : "are"} held, linked or being reverted.` : "";
  return undecided === 0
    ? `Nothing waits for a decision.${more}`
    : `${count(undecided, "device")} ${undecided === 1 ? "was" : "were"} changed outside, and nobody has decided.${more}`;
}

export const sources: Record<Changed["source"], { shape: Shape; word: string }> = {
  CHANGE: { shape: "done", word: "change" },
  RESTORE: { shape: "undone", word: "restore" },
  OUTSIDE: { shape: "failed", word: "outside" },
  TAKEN_BACK: { shape: "undone", word: "taken back" },
};
