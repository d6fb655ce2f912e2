import type { Schemas } from "../api/client";
import type { Account } from "./people";

export type Invited = Schemas["InvitationsInvitedView"];

/** How many the server invites at once. */
export const mostAtOnce = 100;

/** Who has not come in yet and could: nothing of theirs waits for another administrator. */
export const toInvite = (accounts: readonly Account[]) =>
  accounts.filter((a) => a.standing === "INVITED" && !a.wish && a.roles.length > 0);

/**
 * Whether somebody is to be invited: as was said of them, or else when they have no link yet.
 *
 * @param said by log-in
 */
export const isChosen = (account: Account, said: ReadonlyMap<string, boolean>) =>
  said.get(account.login) ?? !account.invitedUntil;

/** In parts that the server takes at once. */
export function parts(logins: readonly string[]): string[][] {
  const all = [];
  for (let from = 0; from < logins.length; from += mostAtOnce) {
    all.push(logins.slice(from, from + mostAtOnce));
  }
  return all;
}

/** What became of it, in order of what is left to do: links to hand on first. */
export function sorted(invited: readonly Invited[]) {
  return {
    handOn: invited.filter((i) => i.invitation?.path),
    wait: invited.filter((i) => i.invitation?.waits),
    refused: invited.filter((i) => i.refused),
    mailed: invited.filter((i) => i.invitation?.mailedTo),
  };
}

/** The links for a file, which somebody hands on one by one. */
export const links = (invited: readonly Invited[], origin: string): string[][] =>
  sorted(invited).handOn.map((i) => [i.login, i.invitation!.name, origin + i.invitation!.path, i.invitation!.endsAt!]);
