import { describe, expect, it } from "vitest";
import { after, next, type Preparation, standing, stepOf, steps } from "./steps";

const item = (path: string, standing: Preparation["standing"]): Preparation => ({
  title: path,
  path,
  standing,
  sentence: "",
});

const blank = [
  item("/settings/network", "NOT_YET"),
  item("/settings/mail", "NONE"),
  item("/credentials/new", "NOT_YET"),
  item("/bring-in", "BLOCKED"),
  item("/devices", "BLOCKED"),
];

describe("the steps of a first start", () => {
  it("are five at most", () => expect(steps.length).toBeLessThanOrEqual(5));

  it("begin with what is missing and pass over what can wait", () => {
    expect(next(blank).key).toBe("network");
    expect(next([item("/settings/network", "DONE"), ...blank.slice(1)]).key).toBe("credential");
  });

  it("end with the last one when nothing is missing", () => {
    expect(next([]).key).toBe("devices");
    expect(next(blank.map((i) => ({ ...i, standing: "DONE" as const }))).key).toBe("devices");
  });

  it("are as far as the server says", () => {
    expect(standing(stepOf("devices")!, blank)).toBe("BLOCKED");
    expect(standing(stepOf("mail")!, blank)).toBe("NONE");
    expect(standing(stepOf("administrator")!, blank)).toBe("DONE");
    expect(standing(stepOf("credential")!, [])).toBe("DONE");
  });

  it("follow each other", () => {
    expect(after(stepOf("network")!)?.key).toBe("mail");
    expect(after(stepOf("devices")!)).toBeUndefined();
    expect(stepOf("elsewhere")).toBeUndefined();
    expect(stepOf(undefined)).toBeUndefined();
  });
});
