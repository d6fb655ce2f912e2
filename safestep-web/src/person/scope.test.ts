import { describe, expect, it } from "vitest";
import { acting, choiceOf, everything, everywhere, nothing, seeing } from "./scope";

const some = (sites: number[], groups: number[] = []) => ({ everything: false, sites, groups });

describe("scope", () => {
  it("is read as it is asked", () => {
    expect(choiceOf(everywhere)).toBe("same");
    expect(choiceOf({ reading: some([1, 2]), acting: some([2, 1]) })).toBe("same");
    expect(choiceOf({ reading: everything, acting: some([1]) })).toBe("some");
    expect(choiceOf({ reading: some([1], [3]), acting: some([1]) })).toBe("some");
    expect(choiceOf({ reading: everything, acting: nothing })).toBe("none");
  });

  it("never acts on what is not seen", () => {
    expect(seeing(some([1]), some([1, 2], [3]), "some").acting).toEqual(some([1]));
    expect(seeing(some([4]), everything, "same").acting).toEqual(some([4]));
    expect(seeing(everything, some([2]), "some").acting).toEqual(some([2]));
  });

  it("begins choosing with what is seen, where that is not everything", () => {
    expect(acting(some([1, 2]), "some").acting).toEqual(some([1, 2]));
    expect(acting(everything, "some").acting).toEqual(nothing);
    expect(acting(some([1]), "none").acting).toEqual(nothing);
    expect(acting(everything, "same").acting).toEqual(everything);
  });
});
