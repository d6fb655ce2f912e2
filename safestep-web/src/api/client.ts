import type { components } from "./schema";

export type Schemas = components["schemas"];

export interface FieldError {
  field: string;
  line: number;
  message: string;
}

/** What the API says when something can't be done (RFC 9457). */
export class Problem extends Error {
  readonly status: number;
  readonly type: string;
  readonly errors: FieldError[];

  constructor(status: number, type: string, detail: string, errors: FieldError[] = []) {
    super(detail);
    this.status = status;
    this.type = type;
    this.errors = errors;
  }

  /** Messages for one field, by its path. */
  at(field: string): FieldError[] {
    return this.errors.filter((e) => e.field === field);
  }
}

function csrfToken(): string {
  return decodeURIComponent(/(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? "");
}

async function problemOf(response: Response): Promise<Problem> {
  try {
    const body = await response.json();
    return new Problem(response.status, body.type ?? "", body.detail ?? response.statusText, body.errors ?? []);
  } catch {
    return new Problem(response.status, "", `Safe Step answered with status ${response.status}. Try again.`);
  }
}

async function send(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<Response> {
  const file = body instanceof Blob;
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      signal,
      headers: {
        ...(body === undefined ? {} : { "Content-Type": file ? "application/octet-stream" : "application/json" }),
        ...(method === "GET" ? {} : { "X-XSRF-TOKEN": csrfToken() }),
      },
      body: body === undefined ? undefined : file ? body : JSON.stringify(body),
    });
  } catch (e) {
    if (signal?.aborted) {
      throw e; // overtaken by a later question: nobody waits for this one
    }
    throw new Problem(0, "", "Safe Step can't be reached. What you see may be old; this page tries again by itself.");
  }
  if (!response.ok) {
    const problem = await problemOf(response);
    if (problem.status === 401 && path !== "/api/session") {
      window.dispatchEvent(new Event("signed-out"));
    }
    throw problem;
  }
  return response;
}

async function json<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  const response = await send(method, path, body, signal);
  return response.status === 204 ? (undefined as T) : ((await response.json()) as T);
}

export const api = {
  get: <T>(path: string) => json<T>("GET", path),
  post: <T>(path: string, body: unknown = {}) => json<T>("POST", path, body),
  /** Asks what would come of something; broken off when the signal says so. */
  ask: <T>(path: string, body: unknown, signal: AbortSignal) => json<T>("POST", path, body, signal),
  put: <T>(path: string, body: unknown) => json<T>("PUT", path, body),
  delete: <T>(path: string) => json<T>("DELETE", path),
  text: async (path: string) => (await send("GET", path)).text(),
  /** Sends a file as the body. */
  upload: <T>(path: string, file: Blob) => json<T>("POST", path, file),
  /** Asks for a file. */
  file: async (path: string, body: unknown) => (await send("POST", path, body)).blob(),
};

/** Any error as a problem, so that every place can show it the same way. */
export function asProblem(error: unknown): Problem {
  return error instanceof Problem
    ? error
    : new Problem(0, "", error instanceof Error ? error.message : "Something went wrong in this page. Load it again.");
}
