import type { Search, SearchResult } from "../api/types";
import type { Shape } from "../ui/Glyph";
import { count, grouped } from "../ui/words";

type State = SearchResult["state"];

/** How results look and are called. New and changed identity have to stand out from what is known. */
export const resultStates: Record<State, { shape: Shape; word: string; tone: string }> = {
  WAITING: { shape: "notyet", word: "waiting", tone: "" },
  NEW: { shape: "notyet", word: "new", tone: "new" },
  KNOWN: { shape: "done", word: "known", tone: "good" },
  ALSO_HERE: { shape: "dot", word: "also here", tone: "" },
  CHANGED_IDENTITY: { shape: "failed", word: "changed identity", tone: "bad" },
  NOT_LET_IN: { shape: "blocked", word: "not let in", tone: "warn" },
  NOT_RECOGNISED: { shape: "blocked", word: "not recognised", tone: "warn" },
  NO_ANSWER: { shape: "failed", word: "no answer", tone: "bad" },
  ADDED: { shape: "done", word: "added", tone: "good" },
};

const order: State[] = [
  "NEW",
  "CHANGED_IDENTITY",
  "NOT_LET_IN",
  "NOT_RECOGNISED",
  "NO_ANSWER",
  "ALSO_HERE",
  "WAITING",
  "KNOWN",
  "ADDED",
];

/** What matters most first. */
export function rank(result: SearchResult): number {
  return order.indexOf(result.state);
}

const inWords: Partial<Record<State, (n: number) => string>> = {
  NEW: (n) => `${n} new`,
  CHANGED_IDENTITY: (n) => `${n} with a changed identity`,
  NOT_LET_IN: (n) => `${n} that let no credential in`,
  NOT_RECOGNISED: (n) => `${n} not recognised`,
  NO_ANSWER: (n) => `${n} without an answer`,
  ALSO_HERE: (n) => `${n} answering at a second address`,
  KNOWN: (n) => `${n} known`,
  ADDED: (n) => `${n} added`,
};

/** The address in a form that sorts as its numbers do. */
export function addressOrder(address: string): string {
  return address
    .split(".")
    .map((n) => n.padStart(3, "0"))
    .join(".");
}

/** What matters most first, then by address. */
export function inOrder(results: SearchResult[]): SearchResult[] {
  return [...results].sort((a, b) => rank(a) - rank(b) || (addressOrder(a.address) < addressOrder(b.address) ? -1 : 1));
}

/** What was found, in a sentence. */
export function foundInWords(search: Search): string {
  const parts = order.filter((s) => search.counts[s] && inWords[s]).map((s) => inWords[s]!(search.counts[s]!));
  if (parts.length === 0) {
    return search.endedAt ? "Nothing was found." : "Nothing found yet.";
  }
  return `Found ${parts.length > 1 ? `${parts.slice(0, -1).join(", ")} and ${parts.at(-1)}` : parts[0]}.`;
}

/** What is searched: "254 addresses in 10.77.2.0/24", "3 links away from brn-gw-a". */
export function searchTitle(search: Search): string {
  return search.kind === "RANGE"
    ? `Search of ${search.ranges.join(", ")}`
    : `Walk from ${search.start}, ${count(search.depth, "link")} away`;
}

/** How far it is. */
export function progressInWords(search: Search): string {
  const what = search.kind === "RANGE" ? "addresses" : "devices heard of";
  const far = `${grouped(search.lookedAt)} of ${grouped(search.total)} ${what} looked at`;
  if (search.endedAt) {
    return search.stopRequestedBy ? `Stopped. ${far}.` : `Ended. ${far}.`;
  }
  return search.stopRequestedBy ? `${far}, stopping.` : `${far}.`;
}
