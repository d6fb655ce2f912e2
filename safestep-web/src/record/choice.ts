import { dateOf, zonedTime } from "../ui/time";
import { dayAfter } from "./report";

/** What of the record is chosen, as it stands in the address of the page. Empty is all. */
export interface Choice {
  person: string;
  subject: string;
  /** Of a device: with the changes that touch it. */
  changes: boolean;
  action: string;
  /** A day in the zone of the network, "2026-11-30". */
  from: string;
  /** The last day, with all of it. */
  to: string;
  words: string;
}

const fields = ["person", "subject", "action", "from", "to", "words"] as const;

export function choiceOf(params: URLSearchParams): Choice {
  const text = (name: string) => params.get(name) ?? "";
  return {
    person: text("person"),
    subject: text("subject"),
    changes: params.get("changes") === "true",
    action: text("action"),
    from: day(text("from")),
    to: day(text("to")),
    words: text("words"),
  };
}

/** What is no day is none. */
const day = (text: string) => (/^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(new Date(text).getTime()) ? text : "");

export function paramsOf(choice: Choice): Record<string, string> {
  const params: Record<string, string> = {};
  for (const field of fields) {
    const value = choice[field].trim();
    if (value) {
      params[field] = value;
    }
  }
  if (choice.changes && choice.subject.trim()) {
    params.changes = "true";
  }
  return params;
}

export const isAll = (choice: Choice) => Object.keys(paramsOf(choice)).length === 0;

/** What the server is asked for. */
export function queryOf(choice: Choice) {
  const { from, to, ...plain } = paramsOf(choice);
  return {
    ...plain,
    changes: plain.changes === "true" ? true : undefined,
    ...(from && { from: zonedTime(from, "00:00") }),
    ...(to && { until: zonedTime(dayAfter(to), "00:00") }),
  };
}

/** Where the same is to be had as a file. */
export function exportAddress(choice: Choice, format: "CSV" | "JSON_LINES"): string {
  const params = new URLSearchParams();
  for (const [name, value] of Object.entries(queryOf(choice))) {
    if (value !== undefined) {
      params.set(name, String(value));
    }
  }
  params.set("format", format);
  return `/api/record/export?${params}`;
}

/** Entries in the order in which they come, with a heading for each day of the network. */
export function byDay<E extends { at: string }>(entries: E[]): { day: string; entries: E[] }[] {
  const days: { day: string; entries: E[] }[] = [];
  for (const entry of entries) {
    const at = dateOf(new Date(entry.at));
    const last = days[days.length - 1];
    if (last && last.day === at) {
      last.entries.push(entry);
    } else {
      days.push({ day: at, entries: [entry] });
    }
  }
  return days;
}
