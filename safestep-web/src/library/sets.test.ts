import { expect, it } from "vitest";
import type { CheckSet } from "../api/types";
import { setWords } from "./sets";

const set = (part: Partial<CheckSet>): CheckSet => ({
  id: 1,
  version: 1,
  name: "Basic",
  description: "",
  roles: [],
  platforms: [],
  topics: [],
  checks: [],
  ...part,
});

it("says for which changes a set is proposed", () => {
  expect(setWords(set({}))).toBe("for every change");
  expect(setWords(set({ topics: ["VLANS", "FILTERS"], roles: ["edge", "core"] }))).toBe(
    "for changes of VLANs or packet filters · role edge or core",
  );
  expect(setWords(set({ topics: ["ROUTING"], platforms: ["corvane-cli"] }))).toBe(
    "for changes of routing · platform corvane-cli",
  );
});
