import type { Report } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { zonedTime } from "../ui/time";

type Outcome = Report["changes"]["kinds"][number]["figures"][number]["outcome"];
type FindingState = Report["drift"][number]["decided"][number]["state"];

export const outcomeWords: Record<Outcome, string> = vocabulary.changeOutcomes;
export const findingWords: Record<FindingState, string> = vocabulary.findingStates;

/** The day after a day, "2026-12-01" after "2026-11-30". */
export function dayAfter(day: string): string {
  const next = new Date(`${day}T12:00:00Z`);
  next.setUTCDate(next.getUTCDate() + 1);
  return next.toISOString().slice(0, 10);
}

/** Thirty days with the last one. */
export function monthBefore(day: string): string {
  const first = new Date(`${day}T12:00:00Z`);
  first.setUTCDate(first.getUTCDate() - 29);
  return first.toISOString().slice(0, 10);
}

/** Whole days of the network, as instants. */
export const stretch = (from: string, to: string) => ({
  from: zonedTime(from, "00:00"),
  until: zonedTime(dayAfter(to), "00:00"),
});

const changes = (numbers: number[]) => numbers.map((n) => `CR-${n}`).join(" ");

/** The report as rows of a table: part, what, figure, what is behind it. */
export function reportRows(report: Report): string[][] {
  const { changes: c } = report;
  return [
    ...c.kinds.flatMap((k) =>
      k.figures.map((f) => [
        "changes",
        `${k.kind}, ${outcomeWords[f.outcome]}`,
        String(f.changes.length),
        changes(f.changes),
      ]),
    ),
    ...c.rolledBack.map((r) => ["rolled back or stuck", r.why, "1", `CR-${r.change}`]),
    ...(c.waiting
      ? [
          ["waiting for approval", "half at most, seconds", String(c.waiting.medianSeconds), ""],
          ["waiting for approval", "nine of ten at most, seconds", String(c.waiting.mostSeconds), ""],
          ...c.waiting.longest.map((w) => ["waiting for approval", "seconds", String(w.seconds), `CR-${w.change}`]),
        ]
      : []),
    ...c.emergencies.map((e) => [
      "emergencies",
      "reviewed after seconds",
      e.reviewedAfterSeconds === null ? "not yet" : String(e.reviewedAfterSeconds),
      `CR-${e.change}`,
    ]),
    ...c.overEstimate.map((o) => [
      "runs over their estimate",
      `seconds, estimated ${o.estimatedSeconds}`,
      String(o.tookSeconds),
      `CR-${o.change}`,
    ]),
    ...report.windows.flatMap((w) => [
      ["windows", `${w.window}, used`, String(w.used), changes(w.changes)],
      ["windows", `${w.window}, left empty`, String(w.openings - w.used), ""],
    ]),
    ...report.drift.flatMap((s) =>
      s.decided.map((d) => [
        "drift",
        `${s.site}, ${findingWords[d.state]}`,
        String(d.findings.length),
        d.findings.join(" "),
      ]),
    ),
  ];
}
