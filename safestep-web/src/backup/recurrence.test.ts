import { expect, test } from "vitest";
import type { Estimate } from "../api/types";
import { costs, inWords } from "./recurrence";

const estimate = (more: Partial<Estimate>): Estimate => ({
  devices: 30,
  withMarker: 0,
  millisPerDevice: null,
  seconds: null,
  everySeconds: null,
  nextAt: null,
  warning: null,
  ...more,
});

test("a rule in words", () => {
  expect(inWords("FREQ=DAILY", "02:30:00")).toBe("every day at 02:30");
  expect(inWords("FREQ=MINUTELY;INTERVAL=15", "00:00")).toBe("every 15 minutes, counted from 00:00");
  expect(inWords("FREQ=WEEKLY;BYDAY=SU", "03:00")).toBe("FREQ=WEEKLY;BYDAY=SU, first at 03:00");
});

test("the cost in words", () => {
  expect(costs(estimate({}))).toBe("30 devices each time. How long that takes is known after the first time.");
  expect(costs(estimate({ withMarker: 30, millisPerDevice: 120, seconds: 4, everySeconds: 86_400 }))).toBe(
    "30 devices each time, about 120 ms for each: 4 s, less than 1 % of the time. All of them tell by one short read when nothing has changed.",
  );
  expect(costs(estimate({ devices: 1, withMarker: 0, millisPerDevice: 900, seconds: 900, everySeconds: 3600 }))).toBe(
    "1 device each time, about 900 ms for each: 15 min, 25 % of the time.",
  );
});
