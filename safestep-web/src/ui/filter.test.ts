import { expect, test } from "vitest";
import { fits, parseFilter } from "./filter";

const row = { name: "brn-ac-1", site: "brinehaven", role: "access", problem: "no route: timed out" };
const all = Object.values(row).join("\n");
const fit = (typed: string) => fits(parseFilter(typed, Object.keys(row)), row, all);

test("every word has to be somewhere in the row", () => {
  expect(fit("")).toBe(true);
  expect(fit("BRN access")).toBe(true);
  expect(fit("brn edge")).toBe(false);
});

test("a column can be named, and a text in quotes has blanks", () => {
  expect(fit("site:brine")).toBe(true);
  expect(fit("role:brine")).toBe(false);
  expect(fit('problem:"timed out"')).toBe(true);
  expect(fit('"timed in"')).toBe(false);
});

test("a minus says what must not be there", () => {
  expect(fit("-edge")).toBe(true);
  expect(fit("-role:access")).toBe(false);
});

test("what is no column is text", () => {
  expect(fit("route: timed")).toBe(true);
  expect(fit("http:x")).toBe(false);
});
