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

export function ErrorBlock({ error, action }: { error: unknown; action?: ReactNode }) {
  return (
    <Block tone="bad" action={action}>
      {asProblem(error).message}
    </Block>
  );
}

export function Loading() {
  return (
    <p className="empty" role="status">
      Loading …
    </p>
  );
}
