import type { Schemas } from "../api/client";
import { everywhere, type Scope } from "../person/scope";
import { type PersonRole, rolesOf } from "../person/people";

export type Provider = Schemas["ProviderView"];
export type Settings = NonNullable<Provider["held"]>;

/** What a group is here, as it is written. */
export interface Row {
  group: string;
  roles: PersonRole[];
  scope: Scope;
}

export interface Written {
  slug: string;
  name: string;
  issuer: string;
  clientId: string;
  clientSecret: string;
  scope: string;
  loginClaim: string;
  loginDomain: string;
  groupsClaim: string;
  makesPeople: boolean;
  rows: Row[];
}

export const blankRow: Row = { group: "", roles: [], scope: everywhere };

/** What most providers tell (OpenID Connect Core 1.0, section 5.1). */
export const blank: Written = {
  slug: "",
  name: "",
  issuer: "",
  clientId: "",
  clientSecret: "",
  scope: "profile email",
  loginClaim: "preferred_username",
  loginDomain: "",
  groupsClaim: "groups",
  makesPeople: false,
  rows: [],
};

/** What stands in the form of a provider: what is wanted of it, or else what holds. The secret is never shown. */
export function written(provider: Provider): Written {
  const settings = provider.wanted ?? provider.held;
  if (!settings) {
    return { ...blank, slug: provider.slug };
  }
  return {
    slug: provider.slug,
    name: settings.name,
    issuer: settings.issuer,
    clientId: settings.clientId,
    clientSecret: "",
    scope: settings.scope,
    loginClaim: settings.loginClaim,
    loginDomain: settings.loginDomain ?? "",
    groupsClaim: settings.groupsClaim,
    makesPeople: settings.makesPeople,
    rows: settings.rows.map(({ group, roles, scope }) => ({ group, roles, scope })),
  };
}

/** The rows with one of them moved up: the first that fits counts. */
export function movedUp(rows: readonly Row[], at: number): Row[] {
  const moved = [...rows];
  if (at > 0 && at < moved.length) {
    moved.splice(at - 1, 2, moved[at]!, moved[at - 1]!);
  }
  return moved;
}

/** What is different between what holds and what is wanted, each as a sentence; whoever agrees reads it. */
export function differences(held: Settings | null, wanted: Settings): string[] {
  const words: [keyof Settings, string][] = [
    ["name", "Name"],
    ["issuer", "Issuer"],
    ["clientId", "Client ID"],
    ["scope", "Asks for"],
    ["loginClaim", "Log-in from"],
    ["loginDomain", "Cut off the log-in"],
    ["groupsClaim", "Groups from"],
  ];
  const told = words
    .filter(([part]) => (held ? held[part] !== wanted[part] : wanted[part]))
    .map(([part, word]) => `${word}: ${held ? `${shown(held[part])} → ` : ""}${shown(wanted[part])}`);
  if (!held || held.makesPeople !== wanted.makesPeople) {
    told.push(wanted.makesPeople ? "People are made at their first log-in." : "Only invited people come in.");
  }
  const before = new Map((held?.rows ?? []).map((row, at) => [row.group, rowWords(row, at)]));
  for (const [at, row] of wanted.rows.entries()) {
    const now = rowWords(row, at);
    if (before.get(row.group) !== now) {
      told.push(`Group ${row.group}: ${now}`);
    }
    before.delete(row.group);
  }
  return [...told, ...[...before.keys()].map((group) => `Group ${group}: nothing any more`)];
}

const shown = (value: unknown) => (value === null || value === "" ? "nothing" : String(value));

const rowWords = (row: Settings["rows"][number], at: number) =>
  `${rolesOf(row.roles)}, for ${row.scopeWords ?? "all devices"} (row ${at + 1})`;
