import type { ReactNode } from "react";
import Button from "react-bootstrap/Button";
import { Block } from "./Messages";

interface Props {
  /** Whether the one who looks is who wants it. */
  own: boolean;
  busy: boolean;
  answer: (agree: boolean) => void;
  /** What is wanted, and what to think of. */
  children: ReactNode;
}

/** What waits for a second administrator: who wants it takes it back, others agree or refuse. */
export function Agreement({ own, busy, answer, children }: Props) {
  const action = own ? (
    <Button variant="link" disabled={busy} onClick={() => answer(false)}>
      Take it back
    </Button>
  ) : (
    <span className="d-flex gap-2">
      <Button size="sm" disabled={busy} onClick={() => answer(true)}>
        Agree
      </Button>
      <Button size="sm" variant="outline-primary" disabled={busy} onClick={() => answer(false)}>
        Refuse
      </Button>
    </span>
  );
  return (
    <Block tone="warn" action={action}>
      {children}
    </Block>
  );
}
