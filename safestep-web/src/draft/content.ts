import type { Change, Way } from "../api/types";
import { type CheckDraft, checkRequest, draftOf } from "../check/checks";
import { type OrderDraft, orderOf } from "./order";

/** Lines for a device that somebody else runs. */
export interface SheetDraft {
  device: string;
  runBy: string;
  platform: string;
  note: string;
  lines: string;
  undo: string;
}

/** What is asked for on one device, in one of several ways. */
export interface Target {
  device: string;
  way: Way;
  /** Lines, or the whole configuration. */
  lines: string;
  /** A backup to return to, or of the device whose configuration this one takes. */
  backup: number | null;
  /** The device whose configuration this one takes. */
  otherDevice: string | null;
  /** The version of a template. */
  template: number | null;
  /** For a template by name; for the lines of another device by line. */
  values: Record<string, string>;
}

export const linesFor = (device: string, lines = ""): Target => ({
  device,
  way: "LINES",
  lines,
  backup: null,
  otherDevice: null,
  template: null,
  values: {},
});

export const templateFor = (device: string, template: number, values: Record<string, string> = {}): Target => ({
  ...linesFor(device),
  way: "TEMPLATE",
  template,
  values,
});

/** What an author writes, as it stands in the page before it is saved. */
export interface Content {
  version: number;
  title: string;
  reason: string;
  undoAccepted: boolean;
  /** Devices whose way back can't be proven take their startup configuration back as a whole. */
  restoresStartup: boolean;
  /** Names of the groups by which devices were chosen. */
  groups: string[];
  targets: Target[];
  checks: CheckDraft[];
  sheets: SheetDraft[];
  /** In which order, and what happens when something fails. */
  order: OrderDraft;
  /** Why it can't wait for its approval; null when it can. */
  emergencyReason: string | null;
  /** Who wants it, where they are told what becomes of it, and what it is called elsewhere; empty for nothing. */
  requestedBy: string;
  requesterMail: string;
  outsideReference: string;
  /** The standard change as whose use it is written. */
  standard: number | null;
}

export function contentOf(change: Change): Content {
  return {
    version: change.version,
    title: change.title,
    reason: change.reason,
    undoAccepted: change.undoAccepted,
    restoresStartup: change.restoresStartup,
    groups: change.groups.map((g) => g.name),
    targets: change.targets.map((t) => ({
      device: t.device,
      way: t.way,
      lines: t.lines,
      backup: t.backup,
      otherDevice: t.otherDevice,
      template: t.template?.version ?? null,
      values: t.values,
    })),
    // Those of services come and go by themselves.
    checks: change.checks.filter((c) => !c.service).map((c) => draftOf(c.definition, c.library)),
    sheets: change.sheets.map((s) => ({
      device: s.device,
      runBy: s.runBy,
      platform: s.observed ? "" : (s.platform ?? ""),
      note: s.note,
      lines: s.lines,
      undo: s.observed ? "" : s.undo,
    })),
    order: orderOf(change),
    emergencyReason: change.emergencyReason,
    requestedBy: change.requestedBy ?? "",
    requesterMail: change.requesterMail ?? "",
    outsideReference: change.outsideReference ?? "",
    standard: change.standard,
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
    requestedBy: content.requestedBy || null,
    requesterMail: content.requesterMail || null,
    outsideReference: content.outsideReference || null,
    checks: content.checks.map(checkRequest),
    sheets: content.sheets.map((s) => ({ ...s, platform: s.platform || null })),
  };
}
