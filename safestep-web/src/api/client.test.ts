import { describe, expect, it, vi } from "vitest";
import type { Problem as ProblemType } from "./client";

const answer = (status: number, body: unknown, text = JSON.stringify(body)) =>
  new Response(status === 204 ? null : text, { status });

let sent: Request[] = [];
let answers: (Response | Error)[] = [];

vi.stubGlobal("location", { origin: "http://127.0.0.1:8077" });
vi.stubGlobal("document", { cookie: "other=1; XSRF-TOKEN=a%20token" });
vi.stubGlobal("window", new EventTarget());
vi.stubGlobal("fetch", (request: Request) => {
  sent.push(request);
  const next = answers.shift()!;
  return next instanceof Error ? Promise.reject(next) : Promise.resolve(next);
});
// The client takes its address and its way to send when it is made.
const { api, asFile, asProblem, Problem, told } = await import("./client");

function server(...next: (Response | Error)[]) {
  sent = [];
  answers = next;
}

const title = { title: "x" } as never;
const refused = async (call: Promise<unknown>) => (await call.catch(asProblem)) as ProblemType;

describe("the API client", () => {
  it("repeats the token in whatever changes something, and only there", async () => {
    server(answer(200, {}), answer(200, {}));
    await told(api.GET("/api/now"));
    await told(api.POST("/api/changes", { body: title }));
    expect(sent[0]!.headers.has("X-XSRF-TOKEN")).toBe(false);
    expect(sent[1]!.headers.get("X-XSRF-TOKEN")).toBe("a token");
    expect(sent[1]!.headers.get("Content-Type")).toBe("application/json");
    expect(await sent[1]!.text()).toBe('{"title":"x"}');
  });

  it("puts what it is given into the address", async () => {
    server(answer(200, {}), answer(200, {}));
    await told(api.GET("/api/devices/{name}/reads", { params: { path: { name: "a/b c" } } }));
    await told(api.GET("/api/search", { params: { query: { q: "10.77 & more" } } }));
    expect(sent[0]!.url).toBe("http://127.0.0.1:8077/api/devices/a%2Fb%20c/reads");
    expect(new URL(sent[1]!.url).searchParams.get("q")).toBe("10.77 & more");
  });

  it("sends a file as it is", async () => {
    server(answer(200, {}));
    await told(api.POST("/api/devices/import/dry-run", asFile(new Blob(["name;address"]))));
    expect(sent[0]!.headers.get("Content-Type")).toBe("application/octet-stream");
    expect(await sent[0]!.text()).toBe("name;address");
  });

  it("turns a refusal into its sentence and its field errors", async () => {
    const errors = [
      { field: "title", line: 0, message: "Give the change a title." },
      { field: "targets[brn-ac-1].lines", line: 2, message: "Unknown." },
    ];
    server(answer(422, { type: "urn:safestep:problem:invalid", detail: "2 things have to be put right.", errors }));
    const problem = await refused(told(api.POST("/api/changes", { body: title })));
    expect(problem).toBeInstanceOf(Problem);
    expect(problem.message).toBe("2 things have to be put right.");
    expect(problem.at("title")[0]!.message).toBe("Give the change a title.");
    expect(problem.at("reason")).toEqual([]);
    expect(problem.status).toBe(422);
  });

  it("says so when nothing can be reached or understood", async () => {
    server(new TypeError("failed"), answer(502, null, "<html>"));
    expect((await refused(told(api.GET("/api/now")))).message).toContain("can't be reached");
    expect((await refused(told(api.GET("/api/now")))).message).toContain("status 502");
  });

  it("says nothing about a question that a later one has overtaken", async () => {
    const asking = new AbortController();
    asking.abort();
    server(new DOMException("The operation was aborted.", "AbortError"));
    const overtaken = told(api.GET("/api/now", { signal: asking.signal }));
    await expect(overtaken).rejects.toHaveProperty("name", "AbortError");
  });

  it("tells the page when the session has ended", async () => {
    server(answer(401, { detail: "Log in first." }), answer(401, { detail: "Wrong." }));
    const heard: string[] = [];
    window.addEventListener("signed-out", () => heard.push("out"));
    await refused(told(api.GET("/api/now")));
    await refused(told(api.POST("/api/session", { body: { login: "", password: "" } })));
    expect(heard).toEqual(["out"]);
  });

  it("takes an empty answer for what it is", async () => {
    server(answer(204, null));
    expect(await told(api.DELETE("/api/session"))).toBeUndefined();
  });

  it("gives any other error a sentence", () => {
    expect(asProblem(new Error("odd")).message).toBe("odd");
    expect(asProblem("odd").message).toContain("Load it again");
  });
});
