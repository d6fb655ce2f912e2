import { describe, expect, it } from "vitest";
import { type Invited, isChosen, links, mostAtOnce, parts, sorted, toInvite } from "./invite";
import type { Account } from "./people";

const account = (login: string, part: Partial<Account>): Account =>
  ({ login, name: login, standing: "INVITED", wish: null, roles: ["AUDITOR"], invitedUntil: null, ...part }) as Account;

describe("who can be invited", () => {
  const all = [
    account("new", {}),
    account("invited", { invitedUntil: "2026-12-03T12:00:00Z" }),
    account("here", { standing: "HERE" }),
    account("gone", { standing: "RETIRED" }),
    account("program", { standing: "SERVICE" }),
    account("wanted", { wish: { by: "x" } as unknown as Account["wish"] }),
    account("nothing", { roles: [] }),
  ];

  it("is who has not come in and waits for nobody", () =>
    expect(toInvite(all).map((a) => a.login)).toEqual(["new", "invited"]));

  it("is chosen when they have no link yet, unless somebody says otherwise", () => {
    const chosen = (said: Map<string, boolean>) =>
      toInvite(all)
        .filter((a) => isChosen(a, said))
        .map((a) => a.login);
    expect(chosen(new Map())).toEqual(["new"]);
    expect(chosen(new Map([["new", false]]))).toEqual([]);
    expect(chosen(new Map([["invited", true]]))).toEqual(["new", "invited"]);
    expect(chosen(new Map([["here", true]]))).toEqual(["new"]);
  });
});

describe("many at once", () => {
  it("go in parts that the server takes", () => {
    const logins = Array.from({ length: 2 * mostAtOnce + 1 }, (_, i) => `p${i}`);
    expect(parts(logins).map((p) => p.length)).toEqual([mostAtOnce, mostAtOnce, 1]);
    expect(parts(logins).flat()).toEqual(logins);
    expect(parts([])).toEqual([]);
  });

  const invited: Invited[] = [
    {
      login: "a",
      invitation: { name: "A", path: null, endsAt: "2026-12-03T12:00:00Z", mailedTo: "a@b", waits: null },
      refused: null,
    },
    {
      login: "b",
      invitation: { name: "B", path: "/welcome#x", endsAt: "2026-12-03T12:00:00Z", mailedTo: null, waits: null },
      refused: null,
    },
    {
      login: "c",
      invitation: { name: "C", path: null, endsAt: null, mailedTo: null, waits: "Another one has to agree." },
      refused: null,
    },
    { login: "d", invitation: null, refused: "D is retired." },
  ];

  it("are told apart by what is left to do", () => {
    const told = sorted(invited);
    expect(told.mailed.map((i) => i.login)).toEqual(["a"]);
    expect(told.handOn.map((i) => i.login)).toEqual(["b"]);
    expect(told.wait.map((i) => i.login)).toEqual(["c"]);
    expect(told.refused.map((i) => i.login)).toEqual(["d"]);
  });

  it("give a file of the links that are handed on, and of no others", () =>
    expect(links(invited, "http://localhost:8077")).toEqual([
      ["b", "B", "http://localhost:8077/welcome#x", "2026-12-03T12:00:00Z"],
    ]));
});
