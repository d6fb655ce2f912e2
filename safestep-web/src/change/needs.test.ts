import { expect, it } from "vitest";
import { needWords, partWords } from "./needs";

const need = { of: "team Network leads", howMany: 1, missing: 1, given: [], devices: ["ops-co-a"], others: 0 };

it("says whose approval, and how much of it is there", () => {
  expect(needWords(need)).toBe("Approval of team Network leads");
  expect(needWords({ ...need, howMany: 2, given: ["H. Loman"] })).toBe(
    "2 approvals of team Network leads: given by H. Loman, 1 missing",
  );
  expect(needWords({ ...need, missing: 0, given: ["H. Loman"] })).toBe(
    "Approval of team Network leads: given by H. Loman",
  );
});

it("says for which devices where it is not for all", () => {
  expect(partWords(need, 1)).toBe("");
  expect(partWords(need, 4)).toBe("for ops-co-a");
  expect(partWords({ devices: ["a", "b", "c", "d"], others: 1 }, 9)).toBe("for a, b, c and 2 others");
  expect(partWords({ devices: [], others: 2 }, 9)).toBe("for 2 devices");
});
