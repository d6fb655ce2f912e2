import { Link, useParams } from "react-router";
import { useMay } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { CheckForm } from "./CheckForm";
import { LibraryNav } from "./LibraryNav";
import { useLibraryChecks } from "./queries";

/** Checks that have a name, to be taken into changes. */
export function ChecksPage() {
  const { id } = useParams();
  const may = useMay("WRITE_LIBRARY");
  const checks = useLibraryChecks();
  const shown = checks.data?.find((c) => String(c.id) === id);
  return (
    <>
      <LibraryNav />
      <div className="head">
        <h1>Checks</h1>
        <span className="soft">What is looked at before and after a change.</span>
        <div className="actions">
          {may && (
            <Link to="/library/checks/new" className="btn btn-primary">
              Write a check
            </Link>
          )}
        </div>
      </div>
      {checks.error && <ErrorBlock error={checks.error} />}
      {!checks.data && !checks.error && <Loading />}
      {checks.data && (
        <div className="cols">
          <section>
            {checks.data.length === 0 && (
              <p className="empty">
                There is no check yet. A check says, for example, that a device has as many routes as before.
              </p>
            )}
            {checks.data.map((c) => (
              <div key={c.id} className={`item${String(c.id) === id ? " chosen" : ""}`}>
                <div>
                  <Link to={`/library/checks/${c.id}`}>{c.name}</Link>
                  <div className="soft">
                    {c.looksAt}: {c.expected}
                    {c.platforms.length === 1 && <> · only {c.platforms[0]}</>}
                  </div>
                </div>
                <span className="when">{c.sets.length > 0 ? c.sets.join(", ") : "in no set"}</span>
              </div>
            ))}
          </section>
          <section>
            {id === "new" && <CheckForm key="new" check={null} />}
            {shown && <CheckForm key={`${shown.id}-${shown.version}`} check={shown} />}
            {!id && checks.data.length > 0 && (
              <p className="empty">Choose a check to see all of it and to look with it now.</p>
            )}
            {id && id !== "new" && !shown && <p className="empty">There is no such check any more.</p>}
          </section>
        </div>
      )}
    </>
  );
}
