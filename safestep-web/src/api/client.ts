import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

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

/** What is typed from the OpenAPI document: paths, what they are given, what they tell. Anything but success is thrown. */
export const api = createClient<paths>({ baseUrl: globalThis.location.origin });

api.use({
  onRequest({ request }) {
    if (request.method !== "GET") {
      request.headers.set("X-XSRF-TOKEN", csrfToken());
    }
  },
  async onResponse({ response, schemaPath }) {
    if (response.ok) {
      return;
    }
    const problem = await problemOf(response);
    if (problem.status === 401 && schemaPath !== "/api/session") {
      window.dispatchEvent(new Event("signed-out"));
    }
    throw problem;
  },
  onError({ error, request }) {
    if (request.signal.aborted || error instanceof Problem) {
      return; // overtaken by a later question: nobody waits for this one
    }
    return new Problem(0, "", "Safe Step can't be reached. What you see may be old; this page tries again by itself.");
  },
});

/** What an endpoint tells; undefined only from those that tell nothing. */
export async function told<D>(call: Promise<{ data?: D }>): Promise<D> {
  return (await call).data as D;
}

/** A file as the body of a request. */
export const asFile = (file: Blob) => ({
  body: file as unknown as string,
  bodySerializer: (content: unknown) => content as BodyInit,
  headers: { "Content-Type": "application/octet-stream" },
});

/** Any error as a problem, so that every place can show it the same way. */
export function asProblem(error: unknown): Problem {
  return error instanceof Problem
    ? error
    : new Problem(0, "", error instanceof Error ? error.message : "Something went wrong in this page. Load it again.");
}
