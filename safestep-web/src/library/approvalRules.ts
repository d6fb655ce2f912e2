import type { ApprovalRule, ApprovalRuleRequest } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { count } from "../ui/words";
import { listed, topicWords } from "./sets";

export type When = ApprovalRuleRequest["when"];
export type Who = ApprovalRuleRequest["who"];
export type Terms = ApprovalRuleRequest["terms"];

/** How those are called of whom rules speak, by their ids and log-ins. */
export interface HouseWords {
  sites: ReadonlyMap<number, string>;
  groups: ReadonlyMap<number, string>;
  teams: ReadonlyMap<number, string>;
  people: ReadonlyMap<string, string>;
}

export const blankRule: ApprovalRuleRequest = {
  name: "",
  active: true,
  when: {
    about: "NORMAL",
    leastRisk: "LOW",
    leastDevices: 1,
    topics: [],
    sites: [],
    groups: [],
    roles: [],
    platforms: [],
    unproven: false,
    cutsPath: false,
    services: false,
    outsideWindows: false,
  },
  who: { kind: "TEAM", team: null, role: null, people: [], howMany: 1 },
  terms: { turn: 1, answerHours: null, escalateTo: null, validHours: null, readAll: false, runnerApart: false },
  version: 0,
};

/** A rule as it is sent back. */
export const asRequest = (rule: ApprovalRule): ApprovalRuleRequest => ({
  name: rule.name,
  active: rule.active,
  when: rule.definition.when,
  who: rule.definition.who,
  terms: rule.definition.terms,
  version: rule.version,
});

const named = <K>(ids: readonly K[], names: ReadonlyMap<K, string>) =>
  listed(ids.map((id) => names.get(id) ?? "one that is no more"));

/** When a rule asks for something, to follow on "when". */
export function whenWords(when: When, house: HouseWords): string {
  const devices = [
    when.sites.length > 0 && `at ${named(when.sites, house.sites)}`,
    when.groups.length > 0 && `in group ${named(when.groups, house.groups)}`,
    when.platforms.length > 0 && `of platform ${listed(when.platforms)}`,
    when.topics.length > 0 && `with lines about ${listed(when.topics.map((t) => topicWords[t]))}`,
    when.unproven && "whose way back is not proven",
    when.cutsPath && "that Safe Step could not reach for a moment",
  ].filter((w) => w !== false);
  const roles = Object.values(vocabulary.deviceRoles).filter((word) => when.roles.includes(word));
  const kind = roles.length > 0 ? `${listed(roles)} device` : "device";
  const article = /^[aeiou]/.test(kind) ? "an" : "a";
  const many = when.leastDevices > 1 ? `${when.leastDevices} or more ${kind}s` : `${article} ${kind}`;
  return [
    when.about === "EMERGENCY" && "it is an emergency",
    when.about === "STANDARD" && "it is a standard change, for all of its uses",
    (devices.length > 0 || when.roles.length > 0 || when.leastDevices > 1) &&
      `it changes ${[many, ...devices].join(" ")}`,
    when.leastRisk !== "LOW" &&
      `its risk is ${vocabulary.riskLevels[when.leastRisk]}${when.leastRisk === "RAISED" ? " or high" : ""}`,
    when.services && "packets of a service pass there",
    when.outsideWindows && "it is to run outside the usual windows",
  ]
    .filter((w) => w !== false)
    .join(", and ");
}

/** Who approves, to follow on "approval of". */
export function whoWords(who: Who, house: HouseWords): string {
  const many = who.howMany > 1 ? ` (${count(who.howMany, "person", "people")})` : "";
  switch (who.kind) {
    case "TEAM":
      return `team ${(who.team !== null && house.teams.get(who.team)) || "…"}${many}`;
    case "ROLE":
      return `who is ${who.role === null ? "…" : vocabulary.personRoles[who.role].word}${many}`;
    case "PEOPLE":
      return `${named(who.people, house.people) || "…"}${many}`;
    case "SITE_TEAM":
      return `the team of each site${many}`;
    case "SERVICE_TEAM":
      return `the team of each service near it${many}`;
    case "ANYBODY":
      return `anybody who may decide${many}`;
  }
}

/** What is said of how it is given; empty for nothing out of the ordinary. */
export function termsWords(terms: Terms, house: HouseWords): string {
  return [
    terms.turn > 1 && `turn ${terms.turn}`,
    terms.answerHours !== null && `within ${count(terms.answerHours, "hour")}`,
    terms.escalateTo !== null && `then also team ${house.teams.get(terms.escalateTo) ?? "…"}`,
    terms.validHours !== null && `ends after ${count(terms.validHours, "hour")}`,
    terms.readAll && "all has to be opened",
    terms.runnerApart && "somebody else starts the run",
  ]
    .filter((w) => w !== false)
    .join(" · ");
}

/** Whether it is said who approves. */
export const isComplete = ({ kind, team, role, people }: Who) =>
  (kind !== "TEAM" || team !== null) && (kind !== "ROLE" || role !== null) && (kind !== "PEOPLE" || people.length > 0);

/** The whole rule in a sentence. */
export const ruleSentence = (rule: Pick<ApprovalRuleRequest, "when" | "who">, house: HouseWords) =>
  `${whenWords(rule.when, house) ? `When ${whenWords(rule.when, house)}` : "For every change"}: approval of ${whoWords(rule.who, house)}.`;
