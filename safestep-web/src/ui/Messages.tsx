import type { ReactNode } from "react";
import { asProblem } from "../api/client";

/** One sentence that matters, with the way on as a button. */
export function Block({ tone = "", children, action }: { tone?: string; children: ReactNode; action?: ReactNode }) {
  return (
    <div className={`block ${tone}`} role={tone === "bad" ? "alert" : "status"}>
      <div>{children}</div>
      {action}
    </div>
  );
}

/** @param each say all that is wrong here: there is no form whose fields could say it */
export function ErrorBlock({ error, action, each }: { error: unknown; action?: ReactNode; each?: boolean }) {
  const problem = asProblem(error);
  const messages = each ? [...new Set(problem.errors.map((e) => e.message))] : [];
  return (
    <Block tone="bad" action={action}>
      {messages.length === 0
        ? problem.message
        : messages.slice(0, mostSaid).map((message) => <div key={message}>{message}</div>)}
      {messages.length > mostSaid && <div>and {messages.length - mostSaid} more</div>}
    </Block>
  );
}

const mostSaid = 6;

export function Loading() {
  return (
    <p className="empty" role="status">
      Loading …
    </p>
  );
}
