import type { Estimate } from "../api/types";
import { duration } from "../ui/time";

/** Rules that people choose by name; any other can be written (RFC 5545). */
export const usualRules: Record<string, string> = {
  "FREQ=DAILY": "every day",
  "FREQ=WEEKLY": "every week",
  "FREQ=HOURLY": "every hour",
  "FREQ=HOURLY;INTERVAL=6": "every 6 hours",
  "FREQ=MINUTELY;INTERVAL=15": "every 15 minutes",
  "FREQ=MONTHLY": "every month",
};

/** "every day at 02:30" */
export function inWords(rule: string, at: string): string {
  const known = usualRules[rule];
  const time = at.slice(0, 5);
  if (!known) {
    return `${rule}, first at ${time}`;
  }
  return /HOURLY|MINUTELY/.test(rule) ? `${known}, counted from ${time}` : `${known} at ${time}`;
}

/** What a regular round costs, in a sentence. */
export function costs(e: Estimate): string {
  const devices = `${e.devices.toLocaleString("en")} ${e.devices === 1 ? "device" : "devices"}`;
  const marker =
    e.withMarker === 0
      ? ""
      : ` ${e.withMarker === e.devices ? "All of them tell" : `${e.withMarker} of them tell`} by one short read when nothing has changed.`;
  if (e.seconds === null || e.millisPerDevice === null) {
    return `${devices} each time. How long that takes is known after the first time.${marker}`;
  }
  const share = e.everySeconds ? Math.round((e.seconds / e.everySeconds) * 100) : null;
  return (
    `${devices} each time, about ${e.millisPerDevice} ms for each: ${duration(e.seconds)}` +
    (share === null ? "" : `, ${share < 1 ? "less than 1" : share} % of the time`) +
    `.${marker}`
  );
}
