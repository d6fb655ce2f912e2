import type { Change, Expectation } from "../api/types";

export interface CheckDraft {
  read: string;
  argument: string;
  expectation: Expectation;
  value: string;
  settleSeconds: number;
}

/** What an author writes, as it stands in the page before it is saved. */
export interface Content {
  version: number;
  title: string;
  reason: string;
  undoAccepted: boolean;
  targets: { device: string; lines: string }[];
  checks: CheckDraft[];
}

export const usualChecks: CheckDraft[] = [
  { read: "neighbours", argument: "", expectation: "SAME_AS_BEFORE", value: "", settleSeconds: 15 },
  { read: "gateways", argument: "", expectation: "SAME_AS_BEFORE", value: "", settleSeconds: 15 },
];

export function contentOf(change: Change): Content {
  return {
    version: change.version,
    title: change.title,
    reason: change.reason,
    undoAccepted: change.undoAccepted,
    targets: change.targets.map((t) => ({ device: t.device, lines: t.lines })),
    checks: change.checks.map((c) => ({
      read: c.read,
      argument: c.argument ?? "",
      expectation: c.expectation,
      value: c.value ?? "",
      settleSeconds: c.settleSeconds,
    })),
  };
}

/** Whether two contents differ in anything but the version. */
export function differs(one: Content, other: Content): boolean {
  return JSON.stringify({ ...one, version: 0 }) !== JSON.stringify({ ...other, version: 0 });
}

/** The content as the API takes it: what is empty is not there. */
export function request(content: Content) {
  return {
    ...content,
    checks: content.checks.map((c) => ({ ...c, argument: c.argument || null, value: c.value || null })),
  };
}
