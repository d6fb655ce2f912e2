import { describe, expect, it } from "vitest";
import { everywhere } from "../person/scope";
import { blank, differences, movedUp, type Provider, type Settings, written } from "./providers";

const held: Settings = {
  name: "Sound identity",
  issuer: "https://id.ferries.example",
  clientId: "safe-step",
  hasSecret: true,
  scope: "profile email",
  loginClaim: "preferred_username",
  loginDomain: null,
  groupsClaim: "groups",
  makesPeople: false,
  rows: [
    { group: "watch", roles: ["OPERATOR"], scope: everywhere, scopeWords: null },
    { group: "staff", roles: ["AUDITOR"], scope: everywhere, scopeWords: null },
  ],
};

const provider = (parts: Partial<Provider>): Provider => ({
  id: 1,
  slug: "sound",
  name: "Sound identity",
  returnPath: "/sign-on/sound/return",
  held: null,
  wanted: null,
  wantedBy: null,
  wantedByLogin: null,
  switchedOff: false,
  people: 0,
  version: 0,
  ...parts,
});

describe("written", () => {
  it("shows what is wanted before what holds, and never a secret", () => {
    const wanted = { ...held, name: "Harbour identity", loginDomain: "ferries.example" };
    expect(written(provider({ held, wanted }))).toEqual({
      slug: "sound",
      name: "Harbour identity",
      issuer: "https://id.ferries.example",
      clientId: "safe-step",
      clientSecret: "",
      scope: "profile email",
      loginClaim: "preferred_username",
      loginDomain: "ferries.example",
      groupsClaim: "groups",
      makesPeople: false,
      rows: [
        { group: "watch", roles: ["OPERATOR"], scope: everywhere },
        { group: "staff", roles: ["AUDITOR"], scope: everywhere },
      ],
    });
    expect(written(provider({ held })).loginDomain).toBe("");
    expect(written(provider({}))).toEqual({ ...blank, slug: "sound" });
  });
});

describe("movedUp", () => {
  it("changes places with the row above, and leaves the first where it is", () => {
    const [a, b, c] = ["a", "b", "c"].map((group) => ({ group, roles: [], scope: everywhere }));
    expect(movedUp([a!, b!, c!], 2).map((r) => r.group)).toEqual(["a", "c", "b"]);
    expect(movedUp([a!, b!, c!], 0).map((r) => r.group)).toEqual(["a", "b", "c"]);
    expect(movedUp([], 1)).toEqual([]);
  });
});

describe("differences", () => {
  it("says everything of a new one", () => {
    expect(differences(null, held)).toEqual([
      "Name: Sound identity",
      "Issuer: https://id.ferries.example",
      "Client ID: safe-step",
      "Asks for: profile email",
      "Log-in from: preferred_username",
      "Groups from: groups",
      "Only invited people come in.",
      "Group watch: operator on watch, for all devices (row 1)",
      "Group staff: auditor, for all devices (row 2)",
    ]);
  });

  it("says only what moves of one that holds, a row that is gone or has another place too", () => {
    const wanted: Settings = {
      ...held,
      issuer: "https://id.elsewhere.example",
      loginDomain: "ferries.example",
      makesPeople: true,
      rows: [{ group: "staff", roles: ["ENGINEER", "AUDITOR"], scope: everywhere, scopeWords: "Dunmarsh" }],
    };
    expect(differences(held, wanted)).toEqual([
      "Issuer: https://id.ferries.example → https://id.elsewhere.example",
      "Cut off the log-in: nothing → ferries.example",
      "People are made at their first log-in.",
      "Group staff: engineer, auditor, for Dunmarsh (row 1)",
      "Group watch: nothing any more",
    ]);
    expect(differences(held, held)).toEqual([]);
  });
});
