import type { DifferenceRow } from "../api/types";

/** A stretch of a difference beneath one set of parents: rows to show, and how many unchanged ones are folded before. */
export interface Hunk {
  path: string[];
  folded: DifferenceRow[];
  rows: DifferenceRow[];
}

export const usualContext = 2;

/**
 * Cuts a difference into hunks. Every hunk has one set of parents, so that no row is ever shown without them; unchanged
 * rows further from a change than the context are folded.
 */
export function hunksOf(rows: DifferenceRow[], context = usualContext): Hunk[] {
  const near = rows.map(() => false);
  rows.forEach((row, i) => {
    if (row.kind !== "SAME") {
      near[i] = true;
      for (const step of [-1, 1]) {
        // Only as far as it is the same block: beyond another one a line would stand apart from what it explains.
        for (let j = i + step; Math.abs(j - i) <= context && rows[j] && samePath(rows[j]!, row); j += step) {
          near[j] = true;
        }
      }
    }
  });
  rows.forEach((row, i) => {
    // A fold takes as much room as the one line that it hides.
    const alone = !near[i] && (near[i - 1] ?? true) && (near[i + 1] ?? true);
    near[i] ||= alone && [rows[i - 1], rows[i + 1]].some((beside) => beside && samePath(beside, row));
  });
  const hunks: Hunk[] = [];
  let folded: DifferenceRow[] = [];
  let current: Hunk | null = null;
  rows.forEach((row, i) => {
    if (!near[i]) {
      folded.push(row);
      current = null;
      return;
    }
    if (!current || current.path.join("\n") !== row.path.join("\n")) {
      current = { path: row.path, folded, rows: [] };
      hunks.push(current);
      folded = [];
    }
    current.rows.push(row);
  });
  if (folded.length > 0) {
    hunks.push({ path: [], folded, rows: [] });
  }
  return hunks;
}

/** All rows, cut where a stretch of changes begins or ends. */
export function stretchesOf(rows: DifferenceRow[]): { changed: boolean; rows: DifferenceRow[] }[] {
  const stretches: { changed: boolean; rows: DifferenceRow[] }[] = [];
  for (const row of rows) {
    const changed = row.kind !== "SAME";
    const last = stretches[stretches.length - 1];
    if (last?.changed === changed) {
      last.rows.push(row);
    } else {
      stretches.push({ changed, rows: [row] });
    }
  }
  return stretches;
}

function samePath(one: DifferenceRow, other: DifferenceRow): boolean {
  return one.path.length === other.path.length && one.path.every((line, i) => line === other.path[i]);
}

export interface Marked {
  before: string;
  marked: string;
  after: string;
}

/** Where two versions of a line differ, widened to whole parts of words: what is the same at both ends stays unmarked. */
export function wordMarks(left: string, right: string): [Marked, Marked] {
  const a = parts(left);
  const b = parts(right);
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) {
    start++;
  }
  let end = 0;
  while (end < a.length - start && end < b.length - start && a[a.length - 1 - end] === b[b.length - 1 - end]) {
    end++;
  }
  return [cut(a, start, end), cut(b, start, end)];
}

const parts = (line: string) => line.match(/[A-Za-z0-9]+|[^A-Za-z0-9]/g) ?? [];

function cut(all: string[], start: number, end: number): Marked {
  return {
    before: all.slice(0, start).join(""),
    marked: all.slice(start, all.length - end).join(""),
    after: all.slice(all.length - end).join(""),
  };
}

/** The difference as plain text: every line that differs under its parents, three dots for what is left out. */
export function unified(device: string, rows: DifferenceRow[], context = usualContext): string {
  const lines = [device];
  const shown = withParents(rows, context);
  let gap = false;
  rows.forEach((row, i) => {
    if (!shown[i]) {
      gap = true;
      return;
    }
    if (gap && lines.length > 1) {
      lines.push(" ...");
    }
    gap = false;
    const indent = "  ".repeat(row.path.length);
    if (row.kind === "SAME") {
      lines.push(` ${indent}${row.after}`);
    }
    if (row.kind === "REMOVED" || row.kind === "CHANGED") {
      lines.push(`-${indent}${row.before}`);
    }
    if (row.kind === "ADDED" || row.kind === "CHANGED") {
      lines.push(`+${indent}${row.after}`);
    }
  });
  return lines.join("\n") + "\n";
}

function withParents(rows: DifferenceRow[], context: number): boolean[] {
  const shown = rows.map(() => false);
  rows.forEach((row, i) => {
    if (row.kind === "SAME") {
      return;
    }
    for (let j = Math.max(0, i - context); j <= Math.min(rows.length - 1, i + context); j++) {
      shown[j] = true;
    }
    let depth = row.path.length;
    for (let j = i - 1; j >= 0 && depth > 0; j--) {
      if (rows[j]!.path.length < depth) {
        shown[j] = true;
        depth = rows[j]!.path.length;
      }
    }
  });
  return shown;
}
