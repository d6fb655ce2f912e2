import type { Covered } from "../api/types";
import type { Shape } from "../ui/Glyph";

type State = Covered["state"];

export const coverageStates: Record<State, { shape: Shape; word: string }> = {
  FAILED: { shape: "failed", word: "failed" },
  NONE: { shape: "notyet", word: "never backed up" },
  OLD: { shape: "blocked", word: "old" },
  GOOD: { shape: "done", word: "good" },
};

/** Worst first. */
export const worstFirst: State[] = ["FAILED", "NONE", "OLD", "GOOD"];

export function tally(rows: Covered[]): Record<State, number> {
  const counts: Record<State, number> = { FAILED: 0, NONE: 0, OLD: 0, GOOD: 0 };
  rows.forEach((r) => counts[r.state]++);
  return counts;
}

const devices = (n: number) => `${n.toLocaleString("en")} ${n === 1 ? "device" : "devices"}`;

/** The first thing to know, as a sentence. */
export function coverageSentence(rows: Covered[]): string {
  if (rows.length === 0) {
    return "There is no device yet.";
  }
  const counts = tally(rows);
  const bad = rows.length - counts.GOOD;
  if (bad === 0) {
    return `Every device has a good backup: ${devices(rows.length)}.`;
  }
  const parts = [
    counts.FAILED > 0 ? `${counts.FAILED.toLocaleString("en")} failed` : "",
    counts.NONE > 0 ? `${counts.NONE.toLocaleString("en")} ${counts.NONE === 1 ? "was" : "were"} never backed up` : "",
    counts.OLD > 0 ? `${counts.OLD.toLocaleString("en")} ${counts.OLD === 1 ? "is" : "are"} old` : "",
  ].filter(Boolean);
  return `${devices(bad)} of ${rows.length.toLocaleString("en")} ${bad === 1 ? "has" : "have"} no good backup: ${parts.join(", ")}.`;
}
