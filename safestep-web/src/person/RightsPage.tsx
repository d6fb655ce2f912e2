import { useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import { Link } from "react-router";
import vocabulary from "../api/vocabulary.json";
import { csv, download } from "../ui/csv";
import { ErrorBlock, Loading } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { count } from "../ui/words";
import { alike, type Alike, type Right, rightsOf, rightsTable, rolesOf } from "./people";
import { useAccounts } from "./queries";

/** Who may what, as one table that an auditor can take along. */
export function RightsPage() {
  const accounts = useAccounts();
  const groups = alike(accounts.data ?? []);
  const [open, setOpen] = useState<Alike | null>(null);
  const rights = Object.keys(vocabulary.rights) as Right[];
  function hand() {
    const [head, ...rows] = rightsTable(accounts.data ?? []);
    download("who-may-what.csv", csv(head!, rows));
  }
  return (
    <>
      <SettingsNav />
      <div className="head">
        <h1>Who may what</h1>
        <span className="soft">
          By their roles, as it is now; who may the same stands in one column. Retired people may nothing.
        </span>
        <div className="actions">
          <Button variant="outline-primary" disabled={!accounts.data} onClick={hand}>
            Save as CSV
          </Button>
        </div>
      </div>
      {accounts.error && <ErrorBlock error={accounts.error} />}
      {!accounts.data && !accounts.error && <Loading />}
      {accounts.data && (
        <div className="rights-scroll" tabIndex={0} role="region" aria-label="Who may what">
          <table className="rights">
            <thead>
              <tr>
                <th scope="col">May …</th>
                {groups.map((g) => (
                  <th key={g.people[0]!.id} scope="col">
                    <Names group={g} open={() => setOpen(g)} />
                    <span className="soft">{g.roles.length > 0 ? rolesOf(g.roles) : "nothing yet"}</span>
                    {g.scopeWords && <span className="soft">{g.scopeWords}</span>}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rights.map((right) => (
                <tr key={right}>
                  <th scope="row">{vocabulary.rights[right]}</th>
                  {groups.map((g) => (
                    <td key={g.people[0]!.id}>
                      {rightsOf(g.roles).includes(right) ? "yes" : <span className="soft">–</span>}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {open && <Everyone group={open} close={() => setOpen(null)} />}
    </>
  );
}

/** So many are named at once; of more, their number opens the names below the table. */
const fewNames = 3;

function Names({ group, open }: { group: Alike; open: () => void }) {
  return group.people.length <= fewNames ? (
    <>
      {group.people.map((a) => (
        <Link key={a.id} to={`/settings/people/${a.id}`}>
          {a.name}
        </Link>
      ))}
    </>
  ) : (
    <Button variant="link" size="sm" className="p-0" onClick={open}>
      {count(group.people.length, "person", "people")}
    </Button>
  );
}

/** Who stands behind a number. */
function Everyone({ group, close }: { group: Alike; close: () => void }) {
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    heading.current?.focus();
  }, [group]);
  return (
    <section className="mt-3">
      <div className="d-flex gap-3 align-items-baseline">
        <h2 ref={heading} tabIndex={-1}>
          {count(group.people.length, "person", "people")}: {rolesOf(group.roles)}
          {group.scopeWords && `, ${group.scopeWords}`}
        </h2>
        <Button variant="link" size="sm" onClick={close}>
          Close
        </Button>
      </div>
      <ul className="names">
        {group.people.map((a) => (
          <li key={a.id}>
            <Link to={`/settings/people/${a.id}`}>{a.name}</Link> <span className="mono soft">{a.login}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
