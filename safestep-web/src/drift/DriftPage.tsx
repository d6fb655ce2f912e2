import { useMutation, useQuery } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import { Link, useNavigate, useSearchParams } from "react-router";
import { api, told } from "../api/client";
import type { FindingRow } from "../api/types";
import { useMay } from "../session/session";
import { type Column, DataList } from "../ui/DataList";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { DriftNav } from "./DriftNav";
import { findingsSentence, findingStates, standing } from "./findings";
import { keys } from "../api/keys";
import { useDevices } from "../api/shared";

const columns: Column<FindingRow>[] = [
  {
    key: "device",
    title: "Device",
    width: "120px",
    text: (f) => f.device,
    show: (f) => (
      <Link className="mono" to={`/drift/${f.id}`}>
        {f.device}
      </Link>
    ),
  },
  { key: "site", title: "Site", width: "120px", text: (f) => f.site },
  {
    key: "state",
    title: "State",
    width: "minmax(130px, 0.3fr)",
    text: (f) => `${findingStates[f.state].word} ${standing(f)}`,
    show: (f) => (
      <>
        <Status state={findingStates[f.state]} /> <span className="soft small">{standing(f)}</span>
      </>
    ),
  },
  { key: "what", title: "What differs", width: "minmax(240px, 1fr)", text: (f) => f.summary },
  { key: "who", title: "Likely who", width: "minmax(120px, 0.7fr)", text: (f) => f.loggedIn || "not known" },
  {
    key: "since",
    title: "First seen",
    width: "150px",
    text: (f) => dayAndTime(f.firstSeenAt),
    order: (f) => f.firstSeenAt,
  },
  {
    key: "clean",
    title: "Last clean",
    width: "150px",
    text: (f) => (f.lastCleanAt ? dayAndTime(f.lastCleanAt) : "never"),
    order: (f) => f.lastCleanAt ?? "",
    hidden: true,
  },
];

/** Devices that do not match their baseline. */
export function DriftPage() {
  const may = useMay("READ_DEVICES");
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const ended = params.get("ended") === "true";
  const findings = useQuery({
    queryKey: keys.findingList(ended),
    queryFn: () => told(api.GET("/api/drift/findings", { params: { query: { ended } } })),
    refetchInterval: 10_000,
  });
  const devices = useDevices();
  const names = devices.data?.map((d) => d.name) ?? [];
  const look = useMutation({
    mutationFn: () => told(api.POST("/api/rounds", { body: { action: "DRIFT", argument: "", devices: names } })),
    onSuccess: (round) => navigate(`/rounds/${round.id}`),
  });
  return (
    <>
      <DriftNav />
      <div className="head">
        <h1>Drift</h1>
        <span className="soft">Devices that were changed outside of Safe Step.</span>
        <div className="actions">
          <Button variant="link" onClick={() => setParams(ended ? {} : { ended: "true" })}>
            {ended ? "Those without an end" : "Those that were decided"}
          </Button>
          {may && names.length > 0 && (
            <Button variant="outline-primary" disabled={look.isPending} onClick={() => look.mutate()}>
              Look at all {names.length} now
            </Button>
          )}
        </div>
      </div>
      {(findings.error ?? look.error) && <ErrorBlock error={findings.error ?? look.error} />}
      {!findings.data && !findings.error && <Loading />}
      {findings.data && !ended && (
        <Block tone={findings.data.length === 0 ? "good" : findings.data.some((f) => f.state === "OPEN") ? "bad" : ""}>
          {findingsSentence(findings.data, names.length)}
        </Block>
      )}
      {findings.data && (
        <DataList
          name="findings"
          rows={findings.data}
          columns={columns}
          id={(f) => String(f.id)}
          link={(f) => `/drift/${f.id}`}
          empty={
            ended
              ? "Nothing was decided yet."
              : "There is nothing to decide. Devices are looked at when somebody asks for it and by regular rounds."
          }
        />
      )}
    </>
  );
}
