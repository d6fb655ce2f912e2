/** Times are shown on the wall of the network's zone, whatever zone the browser is in. */
let zone = "UTC";

export function setZone(name: string) {
  zone = name;
}

export function zoneName(): string {
  return zone;
}

/** Languages in which days can be read; times are alike in all. Each in its own words. */
export const dateLanguages = {
  "en-GB": "English",
  da: "Dansk",
  de: "Deutsch",
  es: "Español",
  fr: "Français",
  it: "Italiano",
  nl: "Nederlands",
  nb: "Norsk",
  pl: "Polski",
  pt: "Português",
  fi: "Suomi",
  sv: "Svenska",
} as const;

export type DateLanguage = keyof typeof dateLanguages;

const LANGUAGE = "safestep.dates";

let language: DateLanguage = "en-GB";

export function dateLanguage(): DateLanguage {
  return language;
}

/** Pins the language of days on this browser. */
export function setDateLanguage(name: DateLanguage) {
  language = name;
  localStorage.setItem(LANGUAGE, name);
}

/** The one that was pinned, if it is one of ours. */
export function takeDateLanguage() {
  const stored = localStorage.getItem(LANGUAGE);
  if (stored !== null && Object.hasOwn(dateLanguages, stored)) {
    language = stored as DateLanguage;
  }
}

/** The last part of the zone's name, for the clock: "Halifax". */
export function zonePlace(): string {
  return zone.slice(zone.lastIndexOf("/") + 1).replace(/_/g, " ");
}

// A formatter takes far longer to make than to use, and lists of thousands use it twice a row.
const formatters = new Map<string, Intl.DateTimeFormat>();

function format(at: Date | string | number, options: Intl.DateTimeFormatOptions, words = "en-GB"): string {
  const key = zone + words + JSON.stringify(options);
  let formatter = formatters.get(key);
  if (!formatter) {
    formatter = new Intl.DateTimeFormat(words, { timeZone: zone, hourCycle: "h23", ...options });
    formatters.set(key, formatter);
  }
  return formatter.format(new Date(at)).replace(",", "");
}

export const clock = (at: Date | string | number) => format(at, { hour: "2-digit", minute: "2-digit" });
export const clockSeconds = (at: Date | string | number) =>
  format(at, { hour: "2-digit", minute: "2-digit", second: "2-digit" });
// Browsers differ in whether a comma follows the weekday; none does here.
export const dayName = (at: Date | string | number) =>
  format(at, { weekday: "short", day: "numeric", month: "short" }, language);
export const dayAndTime = (at: Date | string | number) => `${dayName(at)} ${clock(at)}`;
export const hour = (at: Date | string | number) => format(at, { hour: "2-digit" });

/** The day in the zone of the network as forms and the API write it: "2026-11-30". */
export function calendarDay(at: Date | string | number): string {
  const parts = new Intl.DateTimeFormat("en-GB", {
    timeZone: zone,
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
  }).formatToParts(new Date(at));
  const part = (type: string) => parts.find((p) => p.type === type)?.value ?? "";
  return `${part("year")}-${part("month")}-${part("day")}`;
}

/** "34 min", "2 h 10", "45 s": as long as needed and no longer. */
export function duration(seconds: number): string {
  const s = Math.abs(Math.round(seconds));
  if (s < 90) {
    return `${s} s`;
  }
  const minutes = Math.round(s / 60);
  if (minutes < 100) {
    return `${minutes} min`;
  }
  const hours = Math.floor(minutes / 60);
  if (hours < 48) {
    return `${hours} h ${String(minutes % 60).padStart(2, "0")}`;
  }
  return `${Math.floor(hours / 24)} days`;
}

/** A moment as seen from now: "in 4 h 24", "3 min ago". */
export function fromNow(at: Date | string | number, now: Date): string {
  const seconds = (new Date(at).getTime() - now.getTime()) / 1000;
  if (Math.abs(seconds) < 5) {
    return "now";
  }
  return seconds > 0 ? `in ${duration(seconds)}` : `${duration(seconds)} ago`;
}

/** The last minute of a day, as the wall of the network's zone has it, as an instant. */
export const zonedDay = (day: string): string => zonedTime(day, "23:59");

/** A time on the wall of the network's zone, as an instant. */
export function zonedTime(day: string, time: string): string {
  const wanted = `${day} ${time}`;
  let guess = new Date(`${day}T${time}:00Z`).getTime();
  // Twice, since the first step may cross a change of the clock.
  for (let i = 0; i < 2; i++) {
    const shown = new Date(`${wall(guess).replace(" ", "T")}:00Z`).getTime();
    guess += new Date(`${wanted.replace(" ", "T")}:00Z`).getTime() - shown;
  }
  return new Date(guess).toISOString();
}

/** "2026-11-27", the day on the wall of the network's zone. */
export const dateOf = (at: Date | number): string => wall(new Date(at).getTime()).slice(0, 10);

/** "2026-11-27 09:05" in the network's zone. */
function wall(at: number): string {
  return new Intl.DateTimeFormat("sv-SE", { timeZone: zone, dateStyle: "short", timeStyle: "short" }).format(at);
}

/** Every half hour of a day, as people of the network read times. */
export const halfHours: string[] = Array.from(
  { length: 48 },
  (_, i) => `${String(Math.floor(i / 2)).padStart(2, "0")}:${i % 2 === 0 ? "00" : "30"}`,
);

/** The name of a day, for a list; 0 is Monday. */
export const weekday = (index: number): string =>
  new Date(Date.UTC(2024, 0, 1 + index)).toLocaleDateString(dateLanguage(), { weekday: "short", timeZone: "UTC" });
