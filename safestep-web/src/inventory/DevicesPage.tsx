import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { api, told } from "../api/client";
import { useMayEverywhere, usePerson } from "../session/session";
import { save } from "../ui/csv";
import { DataList, type ListView, usualView } from "../ui/DataList";
import { InventoryNav } from "../ui/InventoryNav";
import { ErrorBlock, Loading } from "../ui/Messages";
import { ChosenActions } from "./ChosenActions";
import { deviceColumns } from "./deviceColumns";
import { SavedViews } from "./SavedViews";
import { keys } from "../api/keys";
import { sheetOf } from "./sheets";

const usual = usualView(deviceColumns);
const memory = "safestep.devices.view";

function remembered(): ListView {
  try {
    return { ...usual, ...(JSON.parse(sessionStorage.getItem(memory) ?? "{}") as Partial<ListView>) };
  } catch {
    return usual;
  }
}

/** All devices: find, choose, and say what is to be done with them. */
export function DevicesPage() {
  const person = usePerson();
  const may = useMayEverywhere("WRITE_DEVICES");
  const devices = useQuery({
    queryKey: keys.devices,
    queryFn: () => told(api.GET("/api/devices")),
    refetchInterval: 10_000,
  });
  const [params, setParams] = useSearchParams();
  const [kept, setKept] = useState(remembered);
  const [chosen, setChosen] = useState<Set<string>>(new Set());
  // A link from another page may say what to look for.
  const asked = params.get("filter");
  const view = asked === null ? kept : { ...kept, filter: asked };

  function setView(next: ListView) {
    if (asked !== null) {
      setParams({}, { replace: true });
    }
    sessionStorage.setItem(memory, JSON.stringify(next));
    setKept(next);
  }

  const known = useMemo(() => new Set(devices.data?.map((d) => d.name)), [devices.data]);
  const labels = useMemo(() => [...new Set(devices.data?.flatMap((d) => d.labels))].sort(), [devices.data]);
  const names = [...chosen].filter((name) => known.has(name)).sort();
  return (
    <>
      <InventoryNav />
      <div className="head">
        <h1>Devices</h1>
        {person.scope && <span className="soft">Those of your scope: {person.scope}.</span>}
        <div className="actions">
          {may && (
            <>
              <Link to="/import" className="btn btn-link">
                Import a sheet
              </Link>
              <Link to="/bring-in" className="btn btn-primary">
                Bring devices in
              </Link>
            </>
          )}
        </div>
      </div>
      {devices.error && <ErrorBlock error={devices.error} />}
      {!devices.data && !devices.error && <Loading />}
      {names.length > 0 && <ChosenActions devices={names} labels={labels} clear={() => setChosen(new Set())} />}
      {devices.data && (
        <DataList
          name="devices"
          rows={devices.data}
          columns={deviceColumns}
          id={(d) => d.name}
          link={(d) => `/devices/${d.name}`}
          view={view}
          onView={setView}
          chosen={chosen}
          onChoose={setChosen}
          tools={<SavedViews page="devices" view={view} usual={usual} onView={setView} />}
          onExport={(found) =>
            void sheetOf(
              found.map((d) => d.name),
              "CSV",
            ).then((file) => save("devices.csv", file))
          }
          empty={
            <>
              Safe Step knows no device yet.{" "}
              {may ? (
                <>
                  <Link to="/bring-in">Search for devices</Link> or <Link to="/import">import a sheet</Link>.
                </>
              ) : (
                "An administrator brings them in."
              )}
            </>
          }
        />
      )}
    </>
  );
}
