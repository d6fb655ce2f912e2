import type { WorkingHours } from "../api/types";
import { weekday } from "../ui/time";

export type Day = WorkingHours["days"][number];

export const week: Day[] = ["MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY", "SATURDAY", "SUNDAY"];

/** What most who have working hours have. */
export const usualHours: WorkingHours = { days: week.slice(0, 5), from: "08:00", until: "17:00" };

/** 08:00, whether seconds came with it or not; midnight ends a day. */
export const clockOf = (time: string, ends = false): string =>
  ends && time.startsWith("00:00") ? "24:00" : time.slice(0, 5);

/** Days that follow one another are said as from – to. */
export function hoursWords({ days, from, until }: WorkingHours): string {
  const runs: [number, number][] = [];
  week.forEach((day, i) => {
    if (!days.includes(day)) {
      return;
    }
    const last = runs.at(-1);
    if (last && last[1] === i - 1) {
      last[1] = i;
    } else {
      runs.push([i, i]);
    }
  });
  const said = runs.map(([a, b]) =>
    a === b ? weekday(a) : b === a + 1 ? `${weekday(a)}, ${weekday(b)}` : `${weekday(a)}–${weekday(b)}`,
  );
  return `${said.join(", ")} ${clockOf(from)}–${clockOf(until, true)}`;
}
