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
  return comments.filter((c) => keys.includes(keyOf(c.about.side, c.about.path, c.about.line)));
}

/** Comments about lines that are no longer in the difference. */
export function astray(comments: LineComment[], rows: DifferenceRow[]): LineComment[] {
  const there = new Set(
    rows.flatMap((r) => [
      r.before !== null ? keyOf("BASELINE", r.path, r.before) : "",
      r.after !== null ? keyOf("OUTCOME", r.path, r.after) : "",
    ]),
  );
  return comments.filter((c) => !there.has(keyOf(c.about.side, c.about.path, c.about.line)));
}

/** How many comments of each device nobody has resolved. */
export function openByDevice(comments: LineComment[]): Map<string, number> {
  const open = new Map<string, number>();
  for (const c of comments.filter((one) => !one.resolvedBy)) {
    open.set(c.about.device, (open.get(c.about.device) ?? 0) + 1);
  }
  return open;
}
