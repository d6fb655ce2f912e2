import type { IdentityLine } from "../api/types";

/** The choice of a line that nobody offered. */
export const WRITTEN = "written";

/** Lines about which nobody has decided. */
export const undecided = (lines: IdentityLine[], decisions: Record<string, string>) =>
  lines.filter((l) => decisions[l.path] === undefined);

/** Decisions with its own line wherever the device has exactly one at the same place and nothing was decided. */
export function kept(lines: IdentityLine[], decisions: Record<string, string>): Record<string, string> {
  const own = undecided(lines, decisions).filter((l) => l.own.length === 1);
  return { ...decisions, ...Object.fromEntries(own.map((l) => [l.path, l.own[0]!])) };
}

/** Decisions with everything left out that nobody decided about. */
export function leftOut(lines: IdentityLine[], decisions: Record<string, string>): Record<string, string> {
  return { ...decisions, ...Object.fromEntries(undecided(lines, decisions).map((l) => [l.path, ""])) };
}

/** Which choice of the list a decision is: an offered line, left out, or another one. */
export function choiceOf(line: IdentityLine, decision: string | undefined): string {
  if (decision === undefined) {
    return "";
  }
  const offered = ["", ...line.own, ...(line.kind === "HIDDEN_SECRET" ? [] : [line.text])];
  return offered.includes(decision) ? `=${decision}` : WRITTEN;
}
