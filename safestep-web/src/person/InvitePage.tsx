import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told } from "../api/client";
import { useMoved } from "../api/keys";
import { useMay } from "../session/session";
import { csv, download } from "../ui/csv";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";
import { count } from "../ui/words";
import { type Invited, isChosen, links, parts, sorted, toInvite } from "./invite";
import { type Account, rolesOf } from "./people";
import { useAccounts } from "./queries";

/** Links for those who have not come in yet, many at once. */
export function InvitePage() {
  const may = useMay("WRITE_PEOPLE");
  const accounts = useAccounts();
  return (
    <>
      <SettingsNav />
      <div className="head">
        <h1>Invite people</h1>
        <span className="soft">A link for each, by mail where there is an address. It works once, for three days.</span>
      </div>
      {!may && <Block>Inviting people takes the role of an administrator.</Block>}
      {accounts.error && <ErrorBlock error={accounts.error} />}
      {!accounts.data && !accounts.error && <Loading />}
      {may && accounts.data && <Inviting accounts={accounts.data} />}
    </>
  );
}

function Inviting({ accounts }: { accounts: Account[] }) {
  const moved = useMoved();
  const [said, setSaid] = useState<ReadonlyMap<string, boolean>>(new Map());
  const [done, setDone] = useState<Invited[]>([]);
  const could = toInvite(accounts);
  const going = could.filter((a) => isChosen(a, said)).map((a) => a.login);
  const invite = useSave({
    mutationFn: async () => {
      for (const logins of parts(going)) {
        const invited = await told(api.POST("/api/accounts/invitations", { body: { logins } }));
        // Links are shown this once: each part is kept as it comes.
        setDone((before) => [...before, ...invited]);
      }
    },
    onSettled: () => {
      setSaid(new Map());
      void moved.people();
    },
  });
  const all = could.length > 0 && going.length === could.length;
  return (
    <>
      {done.length > 0 && <Outcome invited={done} />}
      {invite.problem && <ErrorBlock error={invite.problem} />}
      {could.length === 0 && (
        <p className="empty">
          Everybody has come in, or waits for another administrator. <Link to="/settings/people/new">Add somebody</Link>{" "}
          or <Link to="/settings/import">import people</Link>.
        </p>
      )}
      {could.length > 0 && (
        <>
          <p>
            <Button disabled={going.length === 0 || invite.isPending} onClick={() => invite.mutate()}>
              {invite.isPending ? "Inviting …" : `Invite ${count(going.length, "person", "people")}`}
            </Button>
          </p>
          <table className="table">
            <thead>
              <tr>
                <th>
                  <Form.Check
                    id="invite-all"
                    label="Name"
                    checked={all}
                    onChange={() => setSaid(new Map(could.map((a) => [a.login, !all])))}
                  />
                </th>
                <th>What they are</th>
                <th>Link goes to</th>
              </tr>
            </thead>
            <tbody>
              {could.map((a) => (
                <tr key={a.id}>
                  <td>
                    <Form.Check
                      id={`invite-${a.login}`}
                      label={
                        <>
                          {a.name} <span className="mono soft">{a.login}</span>
                        </>
                      }
                      checked={isChosen(a, said)}
                      onChange={(e) => setSaid(new Map([...said, [a.login, e.target.checked]]))}
                    />
                  </td>
                  <td>
                    {rolesOf(a.roles)}
                    {a.scopeWords && <div className="soft">{a.scopeWords}</div>}
                  </td>
                  <td>
                    {a.email ?? <span className="soft">you, to hand on</span>}
                    {a.invitedUntil && (
                      <div className="soft">Has a link until {dayAndTime(a.invitedUntil)}; a new one ends it.</div>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </>
  );
}

function Outcome({ invited }: { invited: Invited[] }) {
  const { handOn, wait, refused, mailed } = sorted(invited);
  function keep() {
    download("links.csv", csv(["Log-in", "Name", "Link", "Until"], links(invited, window.location.origin)));
  }
  return (
    <>
      {mailed.length > 0 && (
        <Block tone="good">{count(mailed.length, "link was", "links were")} taken by the mail server.</Block>
      )}
      {handOn.length > 0 && (
        <Block
          tone="warn"
          action={
            <Button size="sm" variant="outline-primary" onClick={keep}>
              Save these links
            </Button>
          }
        >
          {count(handOn.length, "link is", "links are")} for you to hand on. They are shown this once:
          <ul className="mb-0">
            {handOn.map((i) => (
              <li key={i.login}>
                {i.invitation!.name}:{" "}
                <span className="mono text-break">{window.location.origin + i.invitation!.path!}</span>
              </li>
            ))}
          </ul>
        </Block>
      )}
      {wait.length > 0 && (
        <Block tone="warn">
          {wait.map((i) => i.invitation!.name).join(", ")}: {wait[0]!.invitation!.waits}
        </Block>
      )}
      {refused.map((i) => (
        <Block key={i.login} tone="bad">
          {i.refused}
        </Block>
      ))}
    </>
  );
}
