import type { Round, RoundResult, Stage } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import type { Shape } from "../ui/Glyph";
import { count, looks } from "../ui/words";

/** How the stages of a connection test look. */
export const trialOutcomes = looks<Stage["outcome"]>(vocabulary.trialOutcomes, {
  PASSED: "done",
  FAILED: "failed",
  NOT_KNOWN: "dot",
  NOT_REACHED: "notyet",
});

export const resultStates: Record<RoundResult["state"], { shape: Shape; word: string }> = {
  WAITING: { shape: "notyet", word: "waiting" },
  GOING: { shape: "going", word: "going on" },
  DONE: { shape: "done", word: "done" },
  FAILED: { shape: "failed", word: "failed" },
  SKIPPED: { shape: "dot", word: "skipped" },
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
  const rank: Record<RoundResult["state"], number> = { FAILED: 0, GOING: 1, WAITING: 2, SKIPPED: 3, DONE: 4 };
  return [...results].sort((a, b) => rank[a.state] - rank[b.state] || (a.device < b.device ? -1 : 1));
}
