import { Link } from "react-router";
import vocabulary from "../api/vocabulary.json";
import { useMay } from "../session/session";
import { Beside } from "../ui/Beside";
import { Block } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { NewPerson } from "./NewPerson";
import { PersonForm } from "./PersonForm";
import { toInvite } from "./invite";
import { rolesOf } from "./people";
import { useAccounts } from "./queries";

export function PeoplePage() {
  const may = useMay("WRITE_PEOPLE");
  const accounts = useAccounts();
  const waiting = toInvite(accounts.data ?? []).length;
  const mayNot = <Block>Adding and changing people takes the role of an administrator.</Block>;
  return (
    <>
      <SettingsNav />
      <Beside
        title="People"
        sentence="Who works with Safe Step. Nobody is ever removed: who is retired stays in the history under their name."
        path="/settings/people"
        list={accounts}
        add={may ? "Add somebody" : null}
        none="There is nobody yet."
        below={
          may && (
            <p>
              <Link to="/settings/import">Import people from a sheet</Link>
              {waiting > 0 && (
                <>
                  {" · "}
                  <Link to="/settings/invite">Invite those who have not come in: {waiting}</Link>
                </>
              )}
            </p>
          )
        }
        choose={may ? "Choose somebody to change what they are, to invite them again, or to let them go." : mayNot}
        gone="There is nobody under this number."
        facts={(a) => (
          <>
            {" "}
            <span className="mono soft">{a.login}</span>
            <div className="soft">
              {a.roles.length > 0 ? rolesOf(a.roles) : "nothing yet"}
              {a.scopeWords && <> · {a.scopeWords}</>}
              {a.wish && <b> · waits for another administrator</b>}
            </div>
          </>
        )}
        words={(a) => `${a.name} ${a.login} ${rolesOf(a.roles)} ${a.scopeWords ?? ""}`}
        aside={(a) => (a.standing === "HERE" ? "" : vocabulary.personStandings[a.standing])}
        blank={may ? <NewPerson /> : mayNot}
        form={(a) => (may ? <PersonForm account={a} /> : mayNot)}
      />
    </>
  );
}
