import { Link, useParams } from "react-router";
import { useMay } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { LibraryNav } from "./LibraryNav";
import { useServices } from "./queries";
import { ServiceForm } from "./ServiceForm";

/** Flows that have a name and are looked at for every change near them. */
export function ServicesPage() {
  const { id } = useParams();
  const may = useMay("WRITE_LIBRARY");
  const services = useServices();
  const shown = services.data?.find((s) => String(s.id) === id);
  return (
    <>
      <LibraryNav />
      <div className="head">
        <h1>Services</h1>
        <span className="soft">What has to go on working: looked at for every change near it.</span>
        <div className="actions">
          {may && (
            <Link to="/library/services/new" className="btn btn-primary">
              Name a service
            </Link>
          )}
        </div>
      </div>
      {services.error && <ErrorBlock error={services.error} />}
      {!services.data && !services.error && <Loading />}
      {services.data && (
        <div className="cols">
          <section>
            {services.data.length === 0 && (
              <p className="empty">
                No service is named yet. A service says, for example, that gate readers reach booking from every
                terminal.
              </p>
            )}
            {services.data.map((s) => (
              <div key={s.id} className={`item${String(s.id) === id ? " chosen" : ""}`}>
                <div>
                  <Link to={`/library/services/${s.id}`}>{s.name}</Link>
                  <div className="soft">
                    <span className="mono">
                      {s.address}
                      {s.port !== null && ` port ${s.port}`}
                    </span>{" "}
                    · {s.sites.join(", ")}
                  </div>
                </div>
                <span className="when">{s.severity === "WARN" ? "only warns" : "a failure counts"}</span>
              </div>
            ))}
          </section>
          <section>
            {id === "new" && <ServiceForm key="new" service={null} />}
            {shown && <ServiceForm key={`${shown.id}-${shown.version}`} service={shown} />}
            {!id && services.data.length > 0 && (
              <p className="empty">Choose a service to see from where it is looked at.</p>
            )}
            {id && id !== "new" && !shown && <p className="empty">There is no such service any more.</p>}
          </section>
        </div>
      )}
    </>
  );
}
