import { Agreement } from "../ui/Agreement";
import { type Account, rolesOf } from "./people";

interface WaitingProps {
  account: Account;
  wish: NonNullable<Account["wish"]>;
  /** Whether the one who looks is who wants it. */
  own: boolean;
  busy: boolean;
  answer: (agree: boolean) => void;
}

/** What is wanted for somebody and waits for another administrator. */
export function Waiting({ account, wish, own, busy, answer }: WaitingProps) {
  const power = `${rolesOf(wish.roles)}, for ${wish.scopeWords ?? "all devices"}`;
  return (
    <Agreement own={own} busy={busy} answer={answer}>
      {own ? "You want" : `${wish.by} wants`}{" "}
      {wish.link && account.roles.length > 0
        ? `a new link for ${account.name}, who is ${power}`
        : `${account.name} to be ${power}`}
      .{" "}
      {own
        ? "Another administrator has to agree."
        : wish.link
          ? `Whoever has the link can come in as ${account.name}: it goes to their mailbox, or else to you. Agree only when you know that they want it.`
          : "With it they could do more than before: agree only when you know why."}
    </Agreement>
  );
}
