import { describe, expect, it } from "vitest";
import { type Common, commonOf, linesOf, namesIn, repeated, withSheet, withTable, withText, withValue } from "./common";

const common: Common = commonOf({
  devices: ["brn-gw-a", "brn-gw-b"],
  text: "interface vlan 70\n  address {{ address }}\n",
  variables: [{ name: "address", values: ["10.77.70.2/24", "10.77.70.3/24"] }],
});

describe("many devices as one text", () => {
  it("gives each device its own lines", () => {
    expect(linesOf(common, "brn-gw-b")).toBe("interface vlan 70\n  address 10.77.70.3/24\n");
  });

  it("makes a column of a name that is new in the text, and keeps what is missing visible", () => {
    const more = withText(common, common.text + "  mtu {{mtu}}\n");
    expect(namesIn(more.text)).toEqual(["address", "mtu"]);
    expect(linesOf(more, "brn-gw-a")).toContain("  mtu {{mtu}}\n");
    expect(linesOf(withValue(more, "mtu", "brn-gw-a", " 1400 "), "brn-gw-a")).toContain("  mtu 1400\n");
  });

  it("takes a table from the clipboard", () => {
    const wide = withText(common, common.text + "  mtu {{ mtu }}\n");
    const filled = withTable(wide, "address", "brn-gw-a", "10.77.71.2/24\t1400\n10.77.71.3/24\t1401\n");
    expect(filled.values).toEqual({ address: ["10.77.71.2/24", "10.77.71.3/24"], mtu: ["1400", "1401"] });
  });

  it("leaves out what has no place in the grid", () => {
    expect(withTable(common, "address", "brn-gw-b", "a\tb\nc").values.address).toEqual(["10.77.70.2/24", "a"]);
  });

  it("points out a value that two devices have", () => {
    const same = withValue(common, "address", "brn-gw-b", "10.77.70.2/24");
    expect(repeated(same, "address")).toEqual(new Set(["10.77.70.2/24"]));
    expect(repeated(common, "address").size).toBe(0);
  });

  it("takes values from a sheet by its headings and tells what has no place", () => {
    const { common: filled, notes } = withSheet(common, {
      headings: ["Device", "Address ", "Colour"],
      rows: [
        ["brn-gw-a", "10.77.71.2/24", "red"],
        ["brn-gw-a", "10.77.71.9/24", "red"],
        ["elv-gw-a", "10.77.72.2/24", ""],
      ],
    });
    expect(filled.values.address).toEqual(["10.77.71.2/24", "10.77.70.3/24"]);
    expect(notes).toEqual([
      "Not a name in the text, left out: Colour.",
      "brn-gw-a stands twice; the first row counts.",
      "elv-gw-a is not among these devices.",
      "No row for brn-gw-b.",
    ]);
    expect(withSheet(common, { headings: ["Name"], rows: [] }).notes[0]).toContain("no column");
  });
});
