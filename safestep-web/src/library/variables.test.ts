import { describe, expect, it } from "vitest";
import { numberOrNull, undescribed, variableCalled } from "./variables";

describe("variables of a template", () => {
  it("begin with the type that their name suggests", () => {
    expect(variableCalled("camera_vlan").type).toBe("VLAN");
    expect(variableCalled("address").type).toBe("INTERFACE_ADDRESS");
    expect(variableCalled("time_server").type).toBe("ADDRESS");
    expect(variableCalled("uplink_port").type).toBe("INTERFACE");
    expect(variableCalled("ospf_key").type).toBe("SECRET");
    expect(variableCalled("purpose").type).toBe("TEXT");
  });

  it("are missing where the text asks for a name that nobody described", () => {
    expect(undescribed(["vlan", "address"], [variableCalled("vlan")])).toEqual(["address"]);
  });

  it("take bounds that are whole numbers only", () => {
    expect(numberOrNull(" 12 ")).toBe(12);
    expect(numberOrNull("")).toBeNull();
    expect(numberOrNull("1.5")).toBeNull();
  });
});
