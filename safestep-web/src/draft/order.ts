import type { Change, FailureRule } from "../api/types";
import vocabulary from "../api/vocabulary.json";

/** How the author wants the change to be run. */
export interface OrderDraft {
  failureRule: FailureRule;
  /** How many devices the first wave holds at most; null for what is usual. */
  first: number | null;
  /** How many devices any wave holds at most; null for what is usual. */
  most: number | null;
  pauseSeconds: number;
  /** At another time than those of windows that come again and again. */
  outsideWindows: boolean;
  /** The wave of each device as a person placed it; null for the computed order. */
  waves: Record<string, number> | null;
}

/** What a run may do when something fails, in the words of the core. */
export const failureRules: Record<FailureRule, { title: string; sentence: string }> = vocabulary.failureRules;

export const usualOrder: OrderDraft = {
  failureRule: "UNDO_ALL",
  first: null,
  most: null,
  pauseSeconds: 0,
  outsideWindows: false,
  waves: null,
};

/** Where each device stands now. */
export const placesOf = (change: Change): Record<string, number> =>
  Object.fromEntries(change.order.waves.flatMap((w) => w.devices.map((d) => [d, w.number] as const)));

export const orderOf = (change: Change): OrderDraft => ({
  failureRule: change.order.failureRule,
  first: change.order.first,
  most: change.order.most,
  pauseSeconds: change.order.pauseSeconds,
  outsideWindows: change.order.outsideWindows,
  waves: change.order.byHand ? placesOf(change) : null,
});

/** An empty box means what is usual. */
export const numberOrUsual = (text: string): number | null => {
  const number = Number.parseInt(text, 10);
  return Number.isNaN(number) ? null : number;
};

/** The waves of an order by hand, without those that are empty; a device without a place comes last. */
export function placed(devices: string[], waves: Record<string, number>): string[][] {
  const last = Math.max(0, ...Object.values(waves)) + 1;
  const byNumber = new Map<number, string[]>();
  for (const device of devices) {
    const number = waves[device] ?? last;
    byNumber.set(number, [...(byNumber.get(number) ?? []), device]);
  }
  return [...byNumber.entries()].sort(([a], [b]) => a - b).map(([, wave]) => wave.sort());
}
