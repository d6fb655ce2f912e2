import { type ReactNode, useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import { type Schemas } from "../api/client";
import { Block } from "../ui/Messages";
import { dayAndTime } from "../ui/time";

type Invitation = Schemas["InvitationsInvitationView"];

/** How somebody comes in: a link, this once, or that it was mailed, or what it waits for. */
export function Handing({ invitation }: { invitation: Invitation }) {
  return (
    <InSight of={invitation}>
      <Way invitation={invitation} />
    </InSight>
  );
}

/** What is shown this once is seen, wherever on the page the button was. */
function InSight({ of, children }: { of: Invitation; children: ReactNode }) {
  const shown = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // What it gives back is a promise in some browsers, and none of an effect's business.
    void shown.current?.scrollIntoView({ block: "center" });
  }, [of]);
  return <div ref={shown}>{children}</div>;
}

function Way({ invitation }: { invitation: Invitation }) {
  const [copied, setCopied] = useState(false);
  const link = window.location.origin + invitation.path;
  async function copy() {
    await navigator.clipboard.writeText(link);
    setCopied(true);
  }
  if (invitation.waits) {
    return <Block tone="warn">{invitation.waits}</Block>;
  }
  if (invitation.path === null && invitation.mailedTo === null) {
    return <Block>{invitation.name} was added. Choose it in the list to make its tokens.</Block>;
  }
  const until = invitation.endsAt && dayAndTime(invitation.endsAt);
  if (invitation.mailedTo) {
    return (
      <Block>
        A link was mailed to {invitation.mailedTo}. It works once, until {until}.
      </Block>
    );
  }
  return (
    <Block
      action={
        <Button variant="outline-primary" size="sm" onClick={() => void copy()}>
          {copied ? "Copied" : "Copy the link"}
        </Button>
      }
    >
      <p className="mb-1">
        Nothing was mailed: give {invitation.name} this link yourself. It works once, until {until}, and is shown only
        now.
      </p>
      <code className="token">{link}</code>
    </Block>
  );
}
