import { toggled } from "../ui/words";
import { describe, expect, it } from "vitest";
import { blankRule, type HouseWords, isComplete, ruleSentence, termsWords, whoWords } from "./approvalRules";

const house: HouseWords = {
  sites: new Map([[1, "Dunmarsh"]]),
  groups: new Map([[2, "gateways"]]),
  teams: new Map([[3, "Network leads"]]),
  people: new Map([["hloman", "H. Loman"]]),
};
const when = blankRule.when;

describe("an approval rule in a sentence", () => {
  it("says when and whose", () => {
    expect(
      ruleSentence(
        {
          when: { ...when, roles: ["core"], sites: [1], topics: ["ROUTING"], leastDevices: 3, leastRisk: "RAISED" },
          who: { ...blankRule.who, team: 3, howMany: 2 },
        },
        house,
      ),
    ).toBe(
      "When it changes 3 or more core devices at Dunmarsh with lines about routing, and its risk is raised or high: approval of team Network leads (2 people).",
    );
  });
  it("is about every change when it asks for nothing", () =>
    expect(ruleSentence({ when, who: { ...blankRule.who, kind: "SITE_TEAM" } }, house)).toBe(
      "For every change: approval of the team of each site.",
    ));
  it("names whoever it is", () => {
    expect(whoWords({ ...blankRule.who, kind: "PEOPLE", people: ["hloman", "gone"] }, house)).toBe(
      "H. Loman or one that is no more",
    );
    expect(whoWords({ ...blankRule.who, kind: "ROLE", role: "APPROVER" }, house)).toBe("who is approver");
  });
});

it("says how it is given only where that is not as usual", () => {
  expect(termsWords(blankRule.terms, house)).toBe("");
  expect(
    termsWords({ turn: 2, answerHours: 4, escalateTo: 3, validHours: 1, readAll: true, runnerApart: true }, house),
  ).toBe(
    "turn 2 · within 4 hours · then also team Network leads · ends after 1 hour · all has to be opened · somebody else starts the run",
  );
});

it("is complete when it is said who approves", () => {
  expect(isComplete(blankRule.who)).toBe(false);
  expect(isComplete({ ...blankRule.who, team: 3 })).toBe(true);
  expect(isComplete({ ...blankRule.who, kind: "PEOPLE" })).toBe(false);
  expect(isComplete({ ...blankRule.who, kind: "ANYBODY" })).toBe(true);
});

it("takes one in and out", () => {
  expect(toggled([1, 2], 2)).toEqual([1]);
  expect(toggled([1], 2)).toEqual([1, 2]);
});
