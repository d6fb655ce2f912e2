import type { CommentedLine, DifferenceRow, LineComment } from "../api/types";

/** Tells a line of a difference from every other; the same line is found again after the difference was made anew. */
const keyOf = (side: CommentedLine["side"], path: string[], line: string) => [side, ...path, line].join("\n");

export const lineOf = (device: string, row: DifferenceRow, side: CommentedLine["side"]): CommentedLine => ({
  device,
  side,
  path: row.path,
  line: (side === "BASELINE" ? row.before : row.after) ?? "",
});

/** The side on which people speak of a row: what comes, unless the line only goes. */
export const usualSide = (row: DifferenceRow): CommentedLine["side"] => (row.after === null ? "BASELINE" : "OUTCOME");

/** Comments about one row, on either of its sides. */
export function about(comments: LineComment[], row: DifferenceRow): LineComment[] {
  const keys = [
    row.before !== null && keyOf("BASELINE", row.path, row.before),
    row.after !== null && keyOf("OUTCOME", row.path, row.after),
  ];
  return comments.filter((c) => c.about && keys.includes(keyOf(c.about.side, c.about.path, c.about.line)));
}

/** Comments about lines that are no longer in the difference. */
export function astray(comments: LineComment[], rows: DifferenceRow[]): LineComment[] {
  const there = new Set(
    rows.flatMap((r) => [
      r.before !== null ? keyOf("BASELINE", r.path, r.before) : "",
      r.after !== null ? keyOf("OUTCOME", r.path, r.after) : "",
    ]),
  );
  return comments.filter((c) => c.about && !there.has(keyOf(c.about.side, c.about.path, c.about.line)));
}

/** What stands for the change as a whole where devices are named. */
export const WHOLE = "";

/** How many comments that hold the approval nobody has resolved, by device; those on the change as a whole under "". */
export function openByDevice(comments: LineComment[]): Map<string, number> {
  const open = new Map<string, number>();
  for (const c of comments.filter((one) => one.question && !one.resolvedBy)) {
    const device = c.about?.device ?? WHOLE;
    open.set(device, (open.get(device) ?? 0) + 1);
  }
  return open;
}

/** The beginning of a name that is being written after an @, right before the place where one writes; null when none is. */
export function nameBegun(text: string, place: number): string | null {
  const begun = /(?:^|[^\w.@-])@([a-z0-9._-]*)$/i.exec(text.slice(0, place));
  return begun ? begun[1]!.toLowerCase() : null;
}

/** The text with a name in the place of what was begun, and where one goes on writing. */
export function withName(text: string, place: number, login: string): { text: string; place: number } {
  const before = text.slice(0, place).replace(/@[a-z0-9._-]*$/i, `@${login} `);
  return { text: before + text.slice(place).replace(/^ /, ""), place: before.length };
}
