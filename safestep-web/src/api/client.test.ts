import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api, asProblem, Problem } from "./client";

const answer = (status: number, body: unknown, text = JSON.stringify(body)) =>
  new Response(status === 204 ? null : text, { status });

let sent: { path: string; init: RequestInit }[] = [];

function server(...answers: (Response | Error)[]) {
  vi.stubGlobal("fetch", (path: string, init: RequestInit) => {
    sent.push({ path, init });
    const next = answers.shift()!;
    return next instanceof Error ? Promise.reject(next) : Promise.resolve(next);
  });
}

beforeEach(() => {
  sent = [];
  vi.stubGlobal("document", { cookie: "other=1; XSRF-TOKEN=a%20token" });
  vi.stubGlobal("window", new EventTarget());
});

afterEach(() => vi.unstubAllGlobals());

describe("the API client", () => {
  it("repeats the token in whatever changes something, and only there", async () => {
    server(answer(200, {}), answer(200, {}));
    await api.get("/api/now");
    await api.post("/api/changes", { title: "x" });
    expect(sent[0]!.init.headers).not.toHaveProperty("X-XSRF-TOKEN");
    expect(sent[1]!.init.headers).toMatchObject({ "X-XSRF-TOKEN": "a token", "Content-Type": "application/json" });
    expect(sent[1]!.init.body).toBe('{"title":"x"}');
  });

  it("turns a refusal into its sentence and its field errors", async () => {
    const errors = [
      { field: "title", line: 0, message: "Give the change a title." },
      { field: "targets[brn-ac-1].lines", line: 2, message: "Unknown." },
    ];
    server(answer(422, { type: "urn:safestep:problem:invalid", detail: "2 things have to be put right.", errors }));
    const problem = await api.post("/api/changes").catch(asProblem);
    expect(problem).toBeInstanceOf(Problem);
    const p = problem as Problem;
    expect(p.message).toBe("2 things have to be put right.");
    expect(p.at("title")[0]!.message).toBe("Give the change a title.");
    expect(p.at("reason")).toEqual([]);
    expect(p.status).toBe(422);
  });

  it("says so when nothing can be reached or understood", async () => {
    server(new TypeError("failed"), answer(502, null, "<html>"));
    expect(((await api.get("/api/now").catch(asProblem)) as Problem).message).toContain("can't be reached");
    expect(((await api.get("/api/now").catch(asProblem)) as Problem).message).toContain("status 502");
  });

  it("tells the page when the session has ended", async () => {
    server(answer(401, { detail: "Log in first." }), answer(401, { detail: "Wrong." }));
    const heard: string[] = [];
    window.addEventListener("signed-out", () => heard.push("out"));
    await api.get("/api/now").catch(() => undefined);
    await api.post("/api/session", {}).catch(() => undefined);
    expect(heard).toEqual(["out"]);
  });

  it("takes an empty answer for what it is", async () => {
    server(answer(204, null));
    expect(await api.delete("/api/session")).toBeUndefined();
  });

  it("gives any other error a sentence", () => {
    expect(asProblem(new Error("odd")).message).toBe("odd");
    expect(asProblem("odd").message).toContain("Load it again");
  });
});
