import { expect, test } from "vitest";
import { emptyRule, isEmptyRule, warning } from "./rules";

test("a rule without any condition is empty", () => {
  expect(isEmptyRule(emptyRule)).toBe(true);
  expect(isEmptyRule({ ...emptyRule, namePattern: "  " })).toBe(true);
  expect(isEmptyRule({ ...emptyRule, roles: ["core"] })).toBe(false);
});

test("a rule that holds nothing or everything is said to", () => {
  const rule = { ...emptyRule, namePattern: "*" };
  expect(warning(rule, 0, 30)).toContain("No device fits");
  expect(warning(rule, 30, 30)).toContain("Every device fits");
  expect(warning(rule, 3, 30)).toBe("");
  expect(warning(emptyRule, 0, 30)).toContain("at least one condition");
});
