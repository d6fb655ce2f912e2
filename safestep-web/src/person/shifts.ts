import type { Shift } from "../api/types";

/** How often a shift comes again, by RFC 5545. */
export const shiftRules: Record<string, string> = {
  "FREQ=DAILY": "every day",
  "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR": "Monday to Friday",
  "FREQ=WEEKLY;BYDAY=SA,SU": "Saturday and Sunday",
  "FREQ=WEEKLY": "every week on that day",
  "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TU,WE,TH,FR,SA,SU": "every other week, all days of it",
  "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TU,WE,TH,FR": "every other week, Monday to Friday",
};

/** The days ahead, for the first day of a shift; the one that it has is among them. */
export function firstDays(today: string, chosen: string): string[] {
  const days: string[] = [];
  for (let i = 0; i < 60; i++) {
    const day = new Date(`${today}T12:00:00Z`);
    day.setUTCDate(day.getUTCDate() + i);
    days.push(day.toISOString().slice(0, 10));
  }
  return days.includes(chosen) ? days : [chosen, ...days];
}

/** A shift like the last one, for other people: two who take turns differ in their first day alone. */
export const anotherShift = (shifts: Shift[], today: string): Shift => {
  const last = shifts.at(-1);
  return last
    ? { ...last, name: "", people: [] }
    : { name: "", firstDay: today, from: "18:00", until: "06:00", recurrence: "FREQ=DAILY", people: [] };
};
