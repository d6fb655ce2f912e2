import type { Schemas } from "../api/client";
import vocabulary from "../api/vocabulary.json";

export type Account = Schemas["AccountView"];
export type PersonRole = Account["roles"][number];
export type Right = keyof typeof vocabulary.rights;

export const roleNames = Object.keys(vocabulary.personRoles) as PersonRole[];

/** What the groups of an identity provider can make of somebody. */
export const rolesByGroup = roleNames.filter((role) => vocabulary.personRoles[role].byGroup);

/** What somebody is, in words. */
export const rolesOf = (roles: readonly PersonRole[]) => roles.map((r) => vocabulary.personRoles[r].word).join(", ");

/** Which rights at least one of the roles gives, in the order of the vocabulary. */
export function rightsOf(roles: readonly PersonRole[]): Right[] {
  const all = Object.keys(vocabulary.rights) as Right[];
  return all.filter((right) =>
    roles.some((r) => (vocabulary.personRoles[r].rights as readonly string[]).includes(right)),
  );
}

/** Rights that come or go when somebody becomes something else. */
export function moved(before: readonly PersonRole[], after: readonly PersonRole[]) {
  const had = new Set(rightsOf(before));
  const has = new Set(rightsOf(after));
  return { gained: [...has].filter((r) => !had.has(r)), lost: [...had].filter((r) => !has.has(r)) };
}

/** The table of who may what, one row for each person, for a file. */
export function rightsTable(accounts: readonly Account[]): string[][] {
  const rights = Object.keys(vocabulary.rights) as Right[];
  return [
    ["Log-in", "Name", "Roles", "Devices", "Standing", ...rights.map((r) => vocabulary.rights[r])],
    ...accounts.map((a) => {
      const may = a.standing === "RETIRED" ? [] : rightsOf(a.roles);
      return [
        a.login,
        a.name,
        rolesOf(a.roles),
        a.scopeWords ?? "all devices",
        vocabulary.personStandings[a.standing],
        ...rights.map((r) => (may.includes(r) ? "yes" : "")),
      ];
    }),
  ];
}

/** People who are the same for the same devices. */
export interface Alike {
  roles: Account["roles"];
  scopeWords: string | null;
  people: Account[];
}

/** Everybody who is here, those together who may the same; the largest group first, then by what they are. */
export function alike(accounts: readonly Account[]): Alike[] {
  const groups = new Map<string, Alike>();
  for (const account of accounts.filter((a) => a.standing !== "RETIRED")) {
    const key = JSON.stringify([[...account.roles].sort(), account.scopeWords]);
    const group = groups.get(key);
    if (group) {
      group.people.push(account);
    } else {
      groups.set(key, { roles: account.roles, scopeWords: account.scopeWords, people: [account] });
    }
  }
  return [...groups.values()].sort(
    (a, b) => b.people.length - a.people.length || rolesOf(a.roles).localeCompare(rolesOf(b.roles)),
  );
}
