import type { Round, RoundResult, Stage } from "../api/types";
import type { Shape } from "../ui/Glyph";
import { count } from "../ui/words";

export function stageShape(outcome: string): Shape {
  return (
    { passed: "done", failed: "failed", "not known": "dot", "not reached": "notyet" } satisfies Record<
      string,
      Shape
    > as Record<string, Shape>
  )[outcome]!;
}

export const resultStates: Record<string, { shape: Shape; word: string }> = {
  waiting: { shape: "notyet", word: "waiting" },
  going: { shape: "going", word: "going on" },
  done: { shape: "done", word: "done" },
  failed: { shape: "failed", word: "failed" },
  skipped: { shape: "dot", word: "skipped" },
};

/** What was done on how many devices: "Connection test of 12 devices". */
export function roundTitle(round: Round): string {
  const { waiting, going, done, failed, skipped } = round.counts;
  const all = waiting + going + done + failed + skipped;
  return `${round.title}${round.argument ? ` “${round.argument}”` : ""} on ${count(all, "device")}`;
}

/** How far it is, in a sentence. */
export function roundSummary(round: Round): string {
  const { waiting, going, done, failed, skipped } = round.counts;
  const all = waiting + going + done + failed + skipped;
  const rest = [failed && `${failed} failed`, skipped && `${skipped} skipped`].filter(Boolean).join(", ");
  if (round.endedAt) {
    return done === all ? `All ${count(all, "device")} done.` : `${done} of ${all} done, ${rest}.`;
  }
  const stopping = round.stopRequestedBy ? " It is stopping: no further device is begun." : "";
  return `${done + failed + skipped} of ${all} through${rest ? `, ${rest}` : ""}.${stopping}`;
}

/** The stages in a result of a connection test; empty for any other. */
export function stagesOf(result: RoundResult): Stage[] {
  return result.detail ? (JSON.parse(result.detail) as Stage[]) : [];
}

/** What went wrong first, then what goes on, then the rest by name. */
export function worstFirst(results: RoundResult[]): RoundResult[] {
  const rank: Record<string, number> = { failed: 0, going: 1, waiting: 2, skipped: 3, done: 4 };
  return [...results].sort((a, b) => rank[a.state]! - rank[b.state]! || (a.device < b.device ? -1 : 1));
}
