import { diffArrays } from "diff";

/** Two lines that stand beside each other; null where one side has none. */
export interface Pair {
  left: string | null;
  right: string | null;
}

const lines = (text: string) => (text === "" ? [] : text.replace(/\n$/, "").split("\n"));

/** Lays two texts beside each other, line by line: what was taken out stands beside what came in its place. */
export function alongside(before: string, after: string): Pair[] {
  const pairs: Pair[] = [];
  let gone: string[] = [];
  const flush = (come: string[]) => {
    for (let i = 0; i < Math.max(gone.length, come.length); i++) {
      pairs.push({ left: gone[i] ?? null, right: come[i] ?? null });
    }
    gone = [];
  };
  for (const part of diffArrays(lines(before), lines(after))) {
    if (part.removed) {
      gone.push(...part.value);
    } else if (part.added) {
      flush(part.value);
    } else {
      flush([]);
      part.value.forEach((line) => pairs.push({ left: line, right: line }));
    }
  }
  flush([]);
  return pairs;
}
