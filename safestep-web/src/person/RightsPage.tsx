import Button from "react-bootstrap/Button";
import { Link } from "react-router";
import vocabulary from "../api/vocabulary.json";
import { csv, download } from "../ui/csv";
import { ErrorBlock, Loading } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { type Right, rightsOf, rightsTable, rolesOf } from "./people";
import { useAccounts } from "./queries";

/** Who may what, as one table that an auditor can take along. */
export function RightsPage() {
  const accounts = useAccounts();
  const present = accounts.data?.filter((a) => a.standing !== "RETIRED") ?? [];
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
        <span className="soft">By their roles, as it is now. Retired people may nothing.</span>
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
                {present.map((a) => (
                  <th key={a.id} scope="col">
                    <Link to={`/settings/people/${a.id}`}>{a.name}</Link>
                    <span className="soft">{rolesOf(a.roles)}</span>
                    {a.scopeWords && <span className="soft">{a.scopeWords}</span>}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rights.map((right) => (
                <tr key={right}>
                  <th scope="row">{vocabulary.rights[right]}</th>
                  {present.map((a) => (
                    <td key={a.id}>{rightsOf(a.roles).includes(right) ? "yes" : <span className="soft">–</span>}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}
