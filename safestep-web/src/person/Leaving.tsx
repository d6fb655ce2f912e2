import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Field } from "../ui/Field";
import { ErrorBlock, Loading } from "../ui/Messages";
import { count } from "../ui/words";
import { type Account, rolesOf } from "./people";
import { useAccounts, useOpenWork } from "./queries";

const FEW = 8;

interface LeavingProps {
  account: Account;
  own: boolean;
  busy: boolean;
  leave: (successor: string | null) => void;
}

/** Letting somebody go: at once, with what they have begun shown first. */
export function Leaving({ account, own, busy, leave }: LeavingProps) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      <h3 className="mt-4">Leaving</h3>
      {asking ? (
        <LeavingForm account={account} own={own} busy={busy} leave={leave} keep={() => setAsking(false)} />
      ) : (
        <Button variant="link" className="p-0" onClick={() => setAsking(true)}>
          Retire …
        </Button>
      )}
    </>
  );
}

function LeavingForm({ account, own, busy, leave, keep }: LeavingProps & { keep: () => void }) {
  const accounts = useAccounts();
  const work = useOpenWork(account.login);
  const [successor, setSuccessor] = useState("");
  const [shown, showAll] = useState(false);
  const open = work.data ?? [];
  return (
    <>
      {work.error && <ErrorBlock error={work.error} />}
      {!work.data && !work.error && <Loading />}
      {work.data && open.length === 0 && <p className="soft">They have begun nothing that is still open.</p>}
      {open.length > 0 && (
        <>
          <p className="mb-1">What they have begun:</p>
          <ul>
            {(shown ? open : open.slice(0, FEW)).map((item) => (
              <li key={item.subject + item.words}>
                <span className="mono">{item.subject}</span> {item.words}
              </li>
            ))}
          </ul>
          {!shown && open.length > FEW && (
            <Button variant="link" className="p-0 mb-2" onClick={() => showAll(true)}>
              and {count(open.length - FEW, "other")}
            </Button>
          )}
          <Field id="successor" label="Who goes on with it" error={undefined} className="mb-3">
            <Form.Select value={successor} onChange={(e) => setSuccessor(e.target.value)}>
              <option value="">Nobody: it stays as it is</option>
              {accounts.data
                ?.filter((a) => a.standing === "HERE" && a.login !== account.login)
                .map((a) => (
                  <option key={a.login} value={a.login}>
                    {a.name}, {rolesOf(a.roles)}
                  </option>
                ))}
            </Form.Select>
          </Field>
        </>
      )}
      <div className="d-flex gap-2 align-items-center">
        <Button variant="danger" size="sm" disabled={busy} onClick={() => leave(successor || null)}>
          {own ? "Retire myself" : `Retire ${account.name}`}
        </Button>
        <Button variant="link" onClick={keep}>
          Keep
        </Button>
      </div>
    </>
  );
}
