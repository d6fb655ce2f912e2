import { useState } from "react";
import Button from "react-bootstrap/Button";

interface Props {
  name: string;
  /** What somebody should know before. */
  note?: string;
  busy: boolean;
  remove: () => void;
}

/** Removing something takes a second press, on a button that says what goes. */
export function Removal({ name, note, busy, remove }: Props) {
  const [asking, setAsking] = useState(false);
  if (!asking) {
    return (
      <Button variant="link" onClick={() => setAsking(true)}>
        Remove it
      </Button>
    );
  }
  return (
    <>
      {note && <span>{note}</span>}
      <Button variant="danger" size="sm" disabled={busy} onClick={remove}>
        Remove {name}
      </Button>
      <Button variant="link" onClick={() => setAsking(false)}>
        Keep it
      </Button>
    </>
  );
}
