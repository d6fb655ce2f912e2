import type { Standard, StandardRequest, StandardRow, StandardVersion, ValueBound } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { dayName, zonedDay } from "../ui/time";
import { count, looks } from "../ui/words";

export const standardStates = looks<StandardRow["state"]>(vocabulary.standardStates, {
  WRITTEN: "notyet",
  ASKED: "blocked",
  RETURNED: "blocked",
  IN_FORCE: "done",
  SUSPENDED: "failed",
  ENDED: "blocked",
  RETIRED: "dot",
});

export const boundKinds = Object.entries(vocabulary.valueBounds) as [ValueBound["kind"], string][];

export const anyValue: ValueBound = { kind: "ANY", oneOf: [], least: null, most: null, within: [], pattern: "" };

/** How it went, in a few words. */
export function usesWords({ uses, succeeded, failed }: Pick<StandardRow, "uses" | "succeeded" | "failed">): string {
  if (uses === 0) {
    return "not used yet";
  }
  const open = uses - succeeded - failed;
  return [
    `used ${uses === 1 ? "once" : `${uses} times`}`,
    succeeded > 0 && `${succeeded} succeeded`,
    failed > 0 && `${failed} rolled back or stuck`,
    open > 0 && `${open} still open`,
  ]
    .filter((w) => w !== false)
    .join(", ");
}

/** The version of which its page speaks first: what is asked for or written, else what was approved. */
export const shownOf = (standard: Standard): StandardVersion => (standard.written ?? standard.inForce)!;

const days = 183;

export const blankStandard = (today: Date): StandardRequest => ({
  number: 0,
  name: "",
  purpose: "",
  templateVersion: 0,
  bounds: { sites: [], groups: [], roles: [], values: {}, checks: [], windows: [], mostDevices: 1, mostAtOnce: 1 },
  examples: {},
  validUntil: new Date(today.getTime() + days * 86_400_000).toISOString().slice(0, 10),
});

/** What was written last, to be written anew. */
export const requestOf = (standard: Standard): StandardRequest => {
  const v = shownOf(standard);
  return {
    number: v.number,
    name: standard.name,
    purpose: v.purpose,
    templateVersion: v.templateVersion,
    bounds: v.bounds,
    examples: v.examples,
    validUntil: v.validUntil,
  };
};

/** Values on lines of their own, as they are typed. */
export const valuesIn = (text: string): string[] =>
  text
    .split(/[\n,]/)
    .map((v) => v.trim())
    .filter((v) => v !== "");

/** Devices for which a version was asked, in a few words. */
export const devicesWords = (v: Pick<StandardVersion, "devices" | "others">): string =>
  `${count(v.devices.length + v.others, "device")}${v.others > 0 ? `, of which you see ${v.devices.length}` : ""}`;

/** A day of the network with its year. */
export const lastDay = (day: string): string => `${dayName(zonedDay(day))} ${day.slice(0, 4)}`;
