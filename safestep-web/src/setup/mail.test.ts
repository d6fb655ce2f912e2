import { describe, expect, it } from "vitest";
import vocabulary from "../api/vocabulary.json";
import { differences, inWords, type Mail, protections, type Route, withProtection, written } from "./mail";

const route: Route = {
  host: "mail.ferries.example",
  port: 587,
  protection: "STARTTLS",
  user: "safe-step",
  sender: "safe-step@ferries.example",
};

const mail = (part: Partial<Mail>): Mail => ({
  on: true,
  said: false,
  route: { ...route, host: "127.0.0.1" },
  hasPassword: false,
  wanted: null,
  wantedBy: null,
  wantedByLogin: null,
  url: "http://localhost:8077",
  own: null,
  version: 0,
  ...part,
});

describe("the form of the mail server", () => {
  it("begins blank and protected where nobody has said anything", () => {
    expect(written(mail({}))).toEqual({ host: "", port: 587, protection: "STARTTLS", user: "", sender: "" });
  });

  it("begins with what holds, or with what is wanted", () => {
    expect(written(mail({ said: true, route }))).toEqual(route);
    const wanted = { ...route, host: "relay.ferries.example" };
    expect(written(mail({ said: true, route, wanted }))).toEqual(wanted);
  });

  it("brings the usual port along, and leaves one that was chosen", () => {
    expect(withProtection(route, "TLS").port).toBe(465);
    expect(withProtection({ ...route, port: 2525 }, "TLS").port).toBe(2525);
    for (const to of protections) {
      expect(withProtection(route, to).port).toBe(vocabulary.mailProtections[to].usualPort);
    }
  });
});

describe("what an administrator agrees to", () => {
  it("is all of it where nothing was said", () => {
    expect(differences(null, route)).toEqual([inWords(route)]);
    expect(inWords({ ...route, user: "" })).not.toContain(", as");
  });

  it("is each part that is different", () => {
    expect(differences(route, { ...route, port: 25, protection: "NONE", user: "", sender: "a@b" })).toEqual([
      "given to mail.ferries.example port 25 instead of mail.ferries.example port 587",
      "the way there: not protected, instead of STARTTLS, or nothing is sent",
      "log-in there: none instead of safe-step",
      "from a@b instead of safe-step@ferries.example",
    ]);
  });

  it("is a password when nothing else is different", () => {
    expect(differences(route, route)).toEqual(["another password, the rest as it is"]);
  });
});
