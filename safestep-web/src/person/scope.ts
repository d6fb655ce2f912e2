import type { Schemas } from "../api/client";

export type Scope = Schemas["Scope"];
export type DeviceSet = Schemas["DeviceSet"];

/** On what of what they see somebody acts, as it is asked. */
export type Choice = "same" | "some" | "none";

export const everything: DeviceSet = { everything: true, sites: [], groups: [] };
export const nothing: DeviceSet = { everything: false, sites: [], groups: [] };
export const everywhere: Scope = { reading: everything, acting: everything };

const sorted = (ids: readonly number[]) => [...ids].sort((a, b) => a - b).join();

export function choiceOf({ reading, acting }: Scope): Choice {
  if (acting.everything) {
    return "same";
  }
  if (acting.sites.length + acting.groups.length === 0) {
    return "none";
  }
  const same = sorted(acting.sites) === sorted(reading.sites) && sorted(acting.groups) === sorted(reading.groups);
  return same && !reading.everything ? "same" : "some";
}

/** With other devices to see: nobody acts on what they can't see. */
export function seeing(reading: DeviceSet, acting: DeviceSet, choice: Choice): Scope {
  if (choice === "same") {
    return { reading, acting: reading };
  }
  const among = (kind: "sites" | "groups") =>
    reading.everything ? acting[kind] : acting[kind].filter((id) => reading[kind].includes(id));
  return { reading, acting: { everything: false, sites: among("sites"), groups: among("groups") } };
}

/** With another choice of what they act on; some begins with all that they see. */
export function acting(reading: DeviceSet, choice: Choice): Scope {
  return { reading, acting: choice === "none" || (choice === "some" && reading.everything) ? nothing : reading };
}
