import { afterEach, describe, expect, it, vi } from "vitest";
import { deviceMakes, devicesCan, deviceSigns, sentence } from "./passkey";

class FakeCredential {
  static parseRequestOptionsFromJSON = (options: unknown) => ({ parsed: options });
  static parseCreationOptionsFromJSON = (options: unknown) => ({ parsed: options });
  toJSON() {
    return { id: "k" };
  }
}

afterEach(() => vi.unstubAllGlobals());

describe("devicesCan", () => {
  it("is false where the browser knows nothing of passkeys, or not in the form of the standard", () => {
    expect(devicesCan()).toBe(false);
    vi.stubGlobal("PublicKeyCredential", class {});
    expect(devicesCan()).toBe(false);
    vi.stubGlobal("PublicKeyCredential", FakeCredential);
    expect(devicesCan()).toBe(true);
  });
});

describe("a device", () => {
  it("is given what the server tells, and tells back as the standard writes it", async () => {
    const get = vi.fn().mockResolvedValue(new FakeCredential());
    const create = vi.fn().mockResolvedValue(new FakeCredential());
    vi.stubGlobal("PublicKeyCredential", FakeCredential);
    vi.stubGlobal("navigator", { credentials: { get, create } });

    expect(await deviceSigns({ challenge: "c" })).toEqual({ id: "k" });
    expect(get).toHaveBeenCalledWith({ publicKey: { parsed: { challenge: "c" } } });
    expect(await deviceMakes({ challenge: "d" })).toEqual({ id: "k" });
    expect(create).toHaveBeenCalledWith({ publicKey: { parsed: { challenge: "d" } } });
  });

  it("that gives nothing is said to, with what to do", async () => {
    vi.stubGlobal("PublicKeyCredential", FakeCredential);
    vi.stubGlobal("navigator", {
      credentials: {
        get: () => Promise.reject(new DOMException("", "NotAllowedError")),
        create: () => Promise.resolve(null),
      },
    });
    await expect(deviceSigns({})).rejects.toThrow("Nothing came from a device");
    await expect(deviceMakes({})).rejects.toThrow("Nothing came from a device");
  });

  it.each([
    ["InvalidStateError", "This device has a passkey of yours already."],
    ["SecurityError", "Open Safe Step under its name."],
    ["NotSupportedError", "No device here can make such a passkey."],
    ["AbortError", "Try again."],
  ])("says of %s what it means", (name, words) => {
    expect(sentence(new DOMException("", name))).toContain(words);
  });
});
