import { beforeAll, describe, expect, it } from "vitest";
import { setZone } from "../ui/time";
import { howOften, holdsFor, inTheWay, placed } from "./freezes";
import { days } from "./days";

beforeAll(() => setZone("America/Halifax"));

describe("freezes", () => {
  it("says for what one holds", () => {
    expect(holdsFor({ sites: [], groups: [] })).toBe("the whole network");
    expect(holdsFor({ sites: ["Brinehaven"], groups: ["Ticketing"] })).toBe("Brinehaven, the group Ticketing");
  });

  it("names the one that is in the way, on the wall of the network", () => {
    expect(
      inTheWay({
        name: "Regatta",
        scope: "Brinehaven",
        begins: "2026-07-03T11:00:00Z",
        ends: "2026-07-05T23:00:00Z",
      }),
    ).toBe("Regatta, freeze for Brinehaven, Fri 3 Jul 08:00 to Sun 5 Jul 20:00");
  });

  it("lies only as far in a day as that day goes", () => {
    const from = new Date("2026-07-03T00:00:00Z");
    const to = new Date("2026-07-04T00:00:00Z");
    expect(placed("2026-07-02T00:00:00Z", "2026-07-03T06:00:00Z", from, to)).toEqual({ left: 0, width: 25 });
    expect(placed("2026-07-03T18:00:00Z", "2026-07-09T00:00:00Z", from, to)).toEqual({ left: 75, width: 25 });
    expect(placed("2026-07-04T00:00:00Z", "2026-07-05T00:00:00Z", from, to)).toBeNull();
  });
});

describe("days", () => {
  it("begin at midnight on the wall, over a change of the clock", () => {
    expect(days(new Date("2026-10-31T15:00:00Z"), 3).map((d) => [d.from.toISOString(), d.to.toISOString()])).toEqual([
      ["2026-10-31T03:00:00.000Z", "2026-11-01T03:00:00.000Z"],
      ["2026-11-01T03:00:00.000Z", "2026-11-02T04:00:00.000Z"],
      ["2026-11-02T04:00:00.000Z", "2026-11-03T04:00:00.000Z"],
    ]);
  });
});

describe("how often something comes again", () => {
  it("says it in words where there are any", () => {
    expect(howOften(null)).toBe("once");
    expect(howOften("FREQ=WEEKLY")).toBe("every week");
    expect(howOften("FREQ=MONTHLY;BYDAY=1MO")).toBe("FREQ=MONTHLY;BYDAY=1MO");
  });
});
