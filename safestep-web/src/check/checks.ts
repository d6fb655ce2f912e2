import type { CheckDefinition, CheckOutcome, Expectation, ExtractionKind, LookKind, Readable } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { type Look, looks } from "../ui/words";

/** A check as it stands in a form. */
export interface CheckDraft {
  name: string;
  kind: LookKind;
  read: string;
  arguments: Record<string, string>;
  from: string | null;
  question: string;
  extraction: {
    kind: ExtractionKind;
    expression: string;
    /** Headings, with commas between them. */
    columns: string;
    only: string;
    /** Patterns, one a line. */
    masked: string;
    number: boolean;
  };
  expectation: Expectation;
  value: string;
  before: CheckDefinition["before"];
  /** The number of a change, as it is typed. */
  notYetUntil: string;
  settleSeconds: number;
  everySeconds: number;
  /** As it is typed; empty for as long as timers say. */
  staysSeconds: string;
  severity: CheckDefinition["severity"];
  /** Empty for all. */
  devices: string[];
  /** The check in the library from which it was taken. */
  library: string | null;
}

export const blankCheck: CheckDraft = {
  name: "",
  kind: "READ",
  read: "neighbours",
  arguments: {},
  from: null,
  question: "",
  extraction: { kind: "ROWS", expression: "", columns: "", only: "", masked: "", number: false },
  expectation: "SAME_AS_BEFORE",
  value: "",
  before: "ANY",
  notYetUntil: "",
  settleSeconds: 15,
  everySeconds: 2,
  staysSeconds: "",
  severity: "FAIL",
  devices: [],
  library: null,
};

export function draftOf(d: CheckDefinition, library: string | null): CheckDraft {
  return {
    name: d.name ?? "",
    kind: d.look.kind,
    read: d.look.read ?? "",
    arguments: d.look.arguments,
    from: d.look.from,
    question: d.look.question ?? "",
    extraction: {
      kind: d.extraction.kind,
      expression: d.extraction.expression ?? "",
      columns: d.extraction.columns.join(", "),
      only: d.extraction.only ?? "",
      masked: d.extraction.masked.join("\n"),
      number: d.extraction.number,
    },
    expectation: d.expectation,
    value: d.value ?? "",
    before: d.before,
    notYetUntil: d.notYetUntil === null ? "" : `CR-${d.notYetUntil}`,
    settleSeconds: d.settleSeconds,
    everySeconds: d.everySeconds,
    staysSeconds: d.staysSeconds === null ? "" : String(d.staysSeconds),
    severity: d.severity,
    devices: d.devices,
    library,
  };
}

const filled = (text: string) => (text.trim() === "" ? null : text.trim());

const parts = (text: string, by: string) =>
  text
    .split(by)
    .map((p) => p.trim())
    .filter((p) => p !== "");

/** The check as the API takes it: what is empty, or belongs to another kind, is not there. */
export function checkRequest(c: CheckDraft) {
  const digits = c.notYetUntil.replace(/^\s*cr-?/i, "").trim();
  return {
    name: filled(c.name),
    kind: c.kind,
    read: c.kind === "READ" ? c.read : null,
    arguments: c.kind === "READ" || kinds[c.kind].arguments.length > 0 ? c.arguments : {},
    from: c.from,
    question: filled(c.question),
    extraction: {
      kind: c.extraction.kind,
      expression: ["PATTERN", "PATH"].includes(c.extraction.kind) ? filled(c.extraction.expression) : null,
      columns: c.extraction.kind === "COLUMNS" ? parts(c.extraction.columns, ",") : [],
      only: filled(c.extraction.only),
      masked: parts(c.extraction.masked, "\n"),
      number: c.extraction.number,
    },
    expectation: c.expectation,
    value: expectations[c.expectation].asked ? filled(c.value) : null,
    before: c.before,
    notYetUntil: digits === "" ? null : /^\d{1,7}$/.test(digits) ? Number(digits) : 0,
    settleSeconds: c.settleSeconds,
    everySeconds: c.everySeconds,
    staysSeconds:
      c.staysSeconds.trim() === "" ? null : /^\d{1,6}$/.test(c.staysSeconds.trim()) ? Number(c.staysSeconds) : -1,
    severity: c.severity,
    devices: c.devices,
    library: c.library,
  };
}

/** What can be expected, in the words of the core. */
export const expectations: Record<Expectation, { words: string; asked: string | null; knownBefore: boolean }> =
  vocabulary.expectations;

/** An expectation as it stands in a list to choose from: what is written beside it has a field of its own. */
export const choiceOf = (e: Expectation) => expectations[e].words.replace("{value}", "…").replace(/ …$/, "");

interface LookWords {
  title: string;
  expectations: string[];
  /** What it always has to be told. */
  arguments: string[];
  /** Whether a person looks, and is waited for. */
  asksPerson: boolean;
  /** In seconds. */
  longestSettling: number;
}

const kinds: Record<LookKind, LookWords> = vocabulary.looks;

/** Whether a person answers. */
export const asksPerson = (kind: LookKind) => kinds[kind].asksPerson;

/** For how many seconds it may be waited at most. */
export const longestSettling = (kind: LookKind) => kinds[kind].longestSettling;

/** What has to be told where this is looked at. */
export const argumentsOf = (kind: LookKind, read: Readable | undefined) =>
  kind === "READ" ? (read?.arguments ?? []) : kinds[kind].arguments;

/** What is looked at beside read commands. */
export const otherLooks = (Object.keys(kinds) as LookKind[])
  .filter((kind) => kind !== "READ")
  .map((kind) => ({ kind, title: kinds[kind].title }));

/** What can be expected of a kind of look; the first is the usual one. */
export const expectationsOf = (kind: LookKind) => kinds[kind].expectations as Expectation[];

/** Whether an expectation can be held against what is found before the change. */
export const knownBefore = (e: Expectation) => expectations[e].knownBefore;

/** The draft with another thing to look at; what no longer fits falls back to what is usual. */
export function lookingAt(c: CheckDraft, kind: LookKind, read: Readable | undefined): CheckDraft {
  const possible = expectationsOf(kind);
  const answers = read?.name.startsWith("ping") || read?.name.startsWith("probe");
  const expectation = answers ? "REACHABLE" : possible.includes(c.expectation) ? c.expectation : possible[0]!;
  const wanted = argumentsOf(kind, read);
  return {
    ...c,
    kind,
    read: read?.name ?? "",
    arguments: Object.fromEntries(Object.entries(c.arguments).filter(([name]) => wanted.includes(name))),
    expectation,
    before: expectation === "REACHABLE" ? "PASSES" : knownBefore(expectation) ? c.before : "ANY",
    settleSeconds: asksPerson(kind) ? 900 : c.settleSeconds > longestSettling(kind) ? 15 : c.settleSeconds,
    extraction: kind === "READ" ? c.extraction : blankCheck.extraction,
  };
}

/** How a check that came out so looks. */
export const outcomes: Record<CheckOutcome, Look> = looks<CheckOutcome>(vocabulary.checkOutcomes, {
  PASSED: "done",
  WARNED: "failed",
  NOT_YET: "blocked",
  FAILED: "failed",
});
