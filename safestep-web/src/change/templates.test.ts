import { describe, expect, it } from "vitest";
import { withTable, withValue } from "./common";
import { templateFor } from "../draft/content";
import { commonOfValues, valuesOf } from "./templates";

const targets = [
  templateFor("brn-gw-a", 7, { vlan: "70", address: "10.77.70.2/24" }),
  templateFor("brn-gw-b", 7, { vlan: "70" }),
];

describe("devices by the same template", () => {
  it("are a grid that goes back into the values of each", () => {
    const grid = withValue(commonOfValues(targets, ["vlan", "address"]), "address", "brn-gw-b", "10.77.70.3/24");
    expect(valuesOf(grid, "brn-gw-a")).toEqual({ vlan: "70", address: "10.77.70.2/24" });
    expect(valuesOf(grid, "brn-gw-b")).toEqual({ vlan: "70", address: "10.77.70.3/24" });
    expect(valuesOf(withValue(grid, "vlan", "brn-gw-b", " "), "brn-gw-b")).not.toHaveProperty("vlan");
  });

  it("take a table from the clipboard", () => {
    const grid = withTable(commonOfValues(targets, ["vlan", "address"]), "vlan", "brn-gw-a", "71\tA\n72\tB\n");
    expect(valuesOf(grid, "brn-gw-b")).toEqual({ vlan: "72", address: "B" });
  });
});
