import { LibraryNav } from "./LibraryNav";
import { useMayEverywhere } from "../session/session";
import { useServices } from "./queries";
import { ServiceForm } from "./ServiceForm";
import { Beside } from "../ui/Beside";

/** Flows that have a name and are looked at for every change near them. */
export function ServicesPage() {
  const may = useMayEverywhere("WRITE_LIBRARY");
  return (
    <>
      <LibraryNav />
      <Beside
        title="Services"
        sentence="What has to go on working: looked at for every change near it."
        path="/library/services"
        list={useServices()}
        add={may ? "Name a service" : null}
        none="No service is named yet. A service says, for example, that gate readers reach booking from every terminal."
        choose="Choose a service to see from where it is looked at."
        gone="There is no such service any more."
        facts={(s) => (
          <div className="soft">
            <span className="mono">
              {s.address}
              {s.port !== null && ` port ${s.port}`}
            </span>{" "}
            · {s.sites.join(", ")}
          </div>
        )}
        aside={(s) => (s.severity === "WARN" ? "only warns" : "a failure counts")}
        blank={<ServiceForm service={null} />}
        form={(s) => <ServiceForm key={s.version} service={s} />}
      />
    </>
  );
}
