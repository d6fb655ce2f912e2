import { describe, expect, it } from "vitest";
import { csv } from "./csv";

describe("csv", () => {
  it("quotes what would break a row", () => {
    expect(csv(["Title"], [['Say "no", twice'], ["two\nlines"]])).toBe(
      'Title\r\n"Say ""no"", twice"\r\n"two\nlines"\r\n',
    );
  });

  it("keeps a formula as text", () => {
    expect(csv(["Title"], [["=1+1"]])).toBe("Title\r\n'=1+1\r\n");
  });
});
