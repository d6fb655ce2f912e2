import vocabulary from "../api/vocabulary.json";
import type { Next, Rung } from "../api/types";
import type { Shape } from "../ui/Glyph";
import { standings } from "../ui/words";

/** The rungs in their order, as they stand in an address. */
export const rungs = (Object.keys(vocabulary.rungs) as Rung[]).map((r) => r.toLowerCase() as RungName);
export type RungName = Lowercase<Rung>;

export const rungName = (rung: Rung) => rung.toLowerCase() as RungName;

export interface Step {
  name: RungName;
  title: string;
  shape: Shape;
  fact: string;
}

/**
 * Each rung with how far it is. What that is, the server says; only what is typed here and not saved it can't know. While
 * it has not answered, the rungs stand there without it.
 */
export function ladderOf(next: Next | undefined, unsaved: boolean): Step[] {
  return (Object.keys(vocabulary.rungs) as Rung[]).map((rung) => {
    const told = next?.ladder.find((s) => s.rung === rung);
    const step = { name: rungName(rung), title: vocabulary.rungs[rung] };
    return rung === "BUILD" && unsaved
      ? { ...step, shape: "going", fact: "changed, not saved yet" }
      : { ...step, shape: standings[told?.standing ?? "NOT_YET"].shape, fact: told?.fact ?? "" };
  });
}
