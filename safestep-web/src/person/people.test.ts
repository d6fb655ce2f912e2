import { describe, expect, it } from "vitest";
import vocabulary from "../api/vocabulary.json";
import { everywhere } from "./scope";
import { type Account, alike, moved, rightsOf, rightsTable, rolesOf } from "./people";

const account = (login: string, more: Partial<Account>): Account => ({
  id: 1,
  login,
  name: "T. Oar",
  email: null,
  roles: ["AUDITOR"],
  scope: everywhere,
  scopeWords: null,
  wish: null,
  standing: "HERE",
  wayIn: "OWN",
  followsGroups: false,
  invitedUntil: null,
  retiredAt: null,
  version: 0,
  ...more,
});

describe("roles", () => {
  it("add up to rights, in one order", () => {
    expect(rightsOf(["APPROVER"])).toEqual(["READ", "DECIDE_CHANGES"]);
    expect(rightsOf(["APPROVER", "AUDITOR"])).toEqual(["READ", "DECIDE_CHANGES", "WATCH_RECORD"]);
    expect(rightsOf([])).toEqual([]);
    expect(rolesOf(["ENGINEER", "APPROVER"])).toBe("engineer, approver");
  });

  it("tell what comes and what goes", () => {
    expect(moved(["AUDITOR"], ["APPROVER"])).toEqual({ gained: ["DECIDE_CHANGES"], lost: ["WATCH_RECORD"] });
    expect(moved(["APPROVER"], ["AUDITOR"])).toEqual({ gained: ["WATCH_RECORD"], lost: ["DECIDE_CHANGES"] });
    expect(moved(["AUDITOR"], ["AUDITOR"])).toEqual({ gained: [], lost: [] });
  });
});

describe("the table of who may what", () => {
  it("has a column for each right, and nothing for who is retired", () => {
    const [head, auditor, gone] = rightsTable([
      account("jvane", {}),
      account("old", { roles: ["ADMINISTRATOR"], standing: "RETIRED", retiredAt: "2026-01-01T00:00:00Z" }),
    ]);
    expect(head).toHaveLength(5 + Object.keys(vocabulary.rights).length);
    expect(auditor!.slice(0, 6)).toEqual(["jvane", "T. Oar", "auditor", "all devices", "can log in", "yes"]);
    expect(auditor!.slice(6).filter((cell) => cell !== "")).toEqual(["yes"]);
    expect(gone!.slice(0, 5)).toEqual(["old", "T. Oar", "administrator", "all devices", "retired"]);
    expect(gone!.slice(5).every((cell) => cell === "")).toBe(true);
  });
});

describe("people who may the same", () => {
  it("stand together, the most first, and who is retired nowhere", () => {
    const groups = alike([
      account("a", { roles: ["ENGINEER"] }),
      account("b", { roles: ["AUDITOR", "APPROVER"] }),
      account("c", { roles: ["APPROVER", "AUDITOR"] }),
      account("d", { roles: ["ENGINEER"], scopeWords: "Dunmarsh" }),
      account("e", { roles: ["ENGINEER"], standing: "RETIRED" }),
    ]);
    expect(groups.map((g) => g.people.map((a) => a.login))).toEqual([["b", "c"], ["a"], ["d"]]);
  });

  it("are few columns where there are hundreds of people", () => {
    const many = Array.from({ length: 600 }, (_, i) =>
      account(`p${i}`, { id: i, roles: i % 3 === 0 ? ["OPERATOR"] : ["ENGINEER"] }),
    );
    const groups = alike(many);
    expect(groups.map((g) => g.people.length)).toEqual([400, 200]);
    expect(groups.flatMap((g) => g.people)).toHaveLength(600);
  });

  it("are nobody where there is nobody", () => expect(alike([])).toEqual([]));
});
