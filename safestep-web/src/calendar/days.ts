import { dateOf, zonedTime } from "../ui/time";

const HOUR = 3_600_000;

/** Days on the wall of the network's zone, the first with the given moment in it. One of them may have 23 or 25 hours. */
export function days(first: Date, count: number): { from: Date; to: Date }[] {
  const found: { from: Date; to: Date }[] = [];
  let from = new Date(zonedTime(dateOf(first), "00:00"));
  for (let i = 0; i < count; i++) {
    // Thirty hours later it is the next day for sure, and no later one.
    const to = new Date(zonedTime(dateOf(from.getTime() + 30 * HOUR), "00:00"));
    found.push({ from, to });
    from = to;
  }
  return found;
}
