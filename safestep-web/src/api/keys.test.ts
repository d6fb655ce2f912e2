import { QueryClient } from "@tanstack/react-query";
import { describe, expect, it } from "vitest";
import { keys } from "./keys";

const beneath: [string, readonly unknown[], readonly unknown[]][] = [
  ["a device beneath all devices", keys.devices, keys.device("brn-gw-1")],
  ["a finding beneath all findings", keys.findings, keys.finding("7")],
  ["a list of findings beneath all findings", keys.findings, keys.findingList(false)],
  ["the versions of a device beneath all versions", keys.backups, keys.backupsOf("brn-gw-1")],
  ["what would be cleared beneath all of that", keys.retentions, keys.retention(400, 10)],
  ["a template beneath all templates", keys.templates, keys.template("3", null)],
  ["a pool beneath all pools", keys.pools, keys.pool("3")],
  ["a rule beneath all rules", keys.rules, keys.rule("3")],
  ["a round beneath all rounds", keys.rounds, keys.round("3")],
  ["a search beneath all searches", keys.searches, keys.search("3")],
  ["the record of something beneath the record", keys.record, keys.recordOf("CR-1003")],
  ["any change beneath every change", keys.everyChange, keys.change(1003)],
  ["what a change waits for beneath the change", keys.change(1003), keys.nextOf(1003)],
  ["its approvals", keys.change(1003), keys.approvalsOf(1003)],
  ["its booking", keys.change(1003), keys.bookingOf(1003)],
  ["its runs", keys.change(1003), keys.runsOf(1003)],
  ["its comments", keys.change(1003), keys.commentsOf(1003)],
  ["what is built for a device", keys.change(1003), keys.buildOf(1003, "brn-gw-1", 4)],
  ["what belongs to a version of it", keys.change(1003), keys.ofVersion(1003, "scripts", 4)],
  ["one check of a run beneath the checks of that run", keys.runChecks(5), keys.runCheck(5, 2, "a", 1, false)],
  ["a stretch of the schedule beneath the schedule", keys.schedule, keys.scheduleIn("a", "b")],
  ["a stretch of freezes beneath all that is frozen", keys.frozen, keys.frozenIn("a")],
];

/** Whether an answer under one name is asked for again when another is said to have moved. */
async function movesWith(moved: readonly unknown[], held: readonly unknown[]) {
  const client = new QueryClient();
  client.setQueryData(held, "answer");
  await client.invalidateQueries({ queryKey: moved });
  return client.getQueryState(held)!.isInvalidated;
}

describe("the names of answers", () => {
  it.each(beneath)("has %s", async (_, whole, part) => {
    expect(await movesWith(whole, part)).toBe(true);
    expect(await movesWith(part, whole)).toBe(false);
  });

  it("calls a change the same whether its number was typed or told", () => {
    expect(keys.change("1003")).toEqual(keys.change(1003));
  });

  it("keeps what is held of one change when another moves", async () => {
    expect(await movesWith(keys.change(1003), keys.nextOf(1004))).toBe(false);
    expect(await movesWith(keys.change(100), keys.change(1003))).toBe(false);
  });

  it("has no two things under one name", () => {
    const plain = Object.values(keys).filter((key): key is string[] => Array.isArray(key));
    const names = plain.map((key) => JSON.stringify(key));
    expect(new Set(names).size).toBe(names.length);
  });
});
