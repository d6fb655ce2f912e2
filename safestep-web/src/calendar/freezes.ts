import type { Frozen } from "../api/types";
import { dayAndTime } from "../ui/time";

/** Which freeze is in the way, and for how long. */
export const inTheWay = (f: Pick<Frozen, "name" | "begins" | "ends" | "scope">) =>
  `${f.name}, freeze for ${f.scope}, ${dayAndTime(f.begins)} to ${dayAndTime(f.ends)}`;

/** The freeze that keeps a booked change from running at all in its opening; null when there is time enough for it. */
export const keptBy = (booking: { frozen: Frozen | null; fits: boolean }): Frozen | null =>
  booking.fits ? null : booking.frozen;

/** What a freeze holds for. */
export const holdsFor = (f: { sites: string[]; groups: string[] }) =>
  [...f.sites, ...f.groups.map((g) => `the group ${g}`)].join(", ") || "the whole network";

/** Where a stretch of time lies in another one, in per cent of it; null when it is outside. */
export function placed(begins: string, ends: string, from: Date, to: Date): { left: number; width: number } | null {
  const whole = to.getTime() - from.getTime();
  const left = Math.max(0, ((new Date(begins).getTime() - from.getTime()) / whole) * 100);
  const right = Math.min(100, ((new Date(ends).getTime() - from.getTime()) / whole) * 100);
  return right > left ? { left, width: right - left } : null;
}

const again: Record<string, string> = {
  "FREQ=DAILY": "every day",
  "FREQ=WEEKLY": "every week",
  "FREQ=YEARLY": "every year",
};

/** A recurrence (RFC 5545) in words where there are words for it. */
export const howOften = (recurrence: string | null | undefined) =>
  recurrence ? (again[recurrence] ?? recurrence) : "once";
