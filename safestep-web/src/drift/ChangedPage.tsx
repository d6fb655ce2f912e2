import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import Form from "react-bootstrap/Form";
import { Link, useSearchParams } from "react-router";
import { api, told } from "../api/client";
import type { Changed } from "../api/types";
import { type Column, DataList, usualView } from "../ui/DataList";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { clock, dayAndTime, dayName } from "../ui/time";
import { count } from "../ui/words";
import { DriftNav } from "./DriftNav";
import { sources } from "./findings";
import { keys } from "../api/keys";

const hours: Record<string, string> = {
  "1": "the last hour",
  "6": "the last 6 hours",
  "24": "the last 24 hours",
  "72": "the last 3 days",
  "168": "the last 7 days",
  "720": "the last 30 days",
};

const place = (c: Changed) =>
  c.beforeId && c.afterId
    ? `/devices/${c.device}/backups?from=${c.beforeId}&to=${c.afterId}`
    : c.changeNumber
      ? `/changes/${c.changeNumber}/run`
      : `/devices/${c.device}/backups`;

/** What was found may have happened at any moment since the device was read before. */
function when(c: Changed): string {
  if (!c.notBefore || dayAndTime(c.notBefore) === dayAndTime(c.at)) {
    return dayAndTime(c.at);
  }
  return dayName(c.notBefore) === dayName(c.at)
    ? `${dayAndTime(c.notBefore)}–${clock(c.at)}`
    : `${dayAndTime(c.notBefore)} – ${dayAndTime(c.at)}`;
}

const columns: Column<Changed>[] = [
  {
    key: "when",
    title: "When",
    width: "230px",
    text: when,
    order: (c) => c.at,
  },
  {
    key: "device",
    title: "Device",
    width: "120px",
    text: (c) => c.device,
    show: (c) => (
      <Link className="mono" to={place(c)}>
        {c.device}
      </Link>
    ),
  },
  { key: "site", title: "Site", width: "120px", text: (c) => c.site },
  {
    key: "by",
    title: "By",
    width: "180px",
    text: (c) => `${sources[c.source].word} ${c.changeNumber ? `CR-${c.changeNumber}` : ""}`,
    show: (c) => (
      <>
        <Status state={sources[c.source]} />{" "}
        {c.changeNumber && <Link to={`/changes/${c.changeNumber}`}>CR-{c.changeNumber}</Link>}
        {c.findingId && <Link to={`/drift/${c.findingId}`}>finding</Link>}
      </>
    ),
  },
  { key: "what", title: "What", width: "minmax(240px, 1fr)", text: (c) => c.summary },
  { key: "who", title: "Likely who", width: "180px", text: (c) => c.loggedIn, hidden: true },
  { key: "touches", title: "All it touches", width: "240px", text: (c) => c.touches.join("; "), hidden: true },
];

/** "Users complain: what changed since noon?" */
export function ChangedPage() {
  const [params, setParams] = useSearchParams();
  const chosen = params.get("hours") ?? "24";
  const filter = params.get("filter") ?? "";
  const since = useMemo(() => new Date(Date.now() - Number(chosen) * 3_600_000).toISOString(), [chosen]);
  const changed = useQuery({
    queryKey: keys.changed(chosen),
    queryFn: () => told(api.GET("/api/drift/changed", { params: { query: { since } } })),
    refetchInterval: 15_000,
  });
  const view = usualView(columns);
  return (
    <>
      <DriftNav />
      <div className="head">
        <h1>What changed since</h1>
        <span className="soft">Changes, restores and what happened outside, in the whole network, newest first.</span>
        <div className="actions">
          <Form.Select
            aria-label="Since when"
            value={chosen}
            onChange={(e) => setParams({ ...Object.fromEntries(params), hours: e.target.value }, { replace: true })}
          >
            {Object.keys(hours).map((h) => (
              <option key={h} value={h}>
                In {hours[h]}
              </option>
            ))}
          </Form.Select>
        </div>
      </div>
      {changed.error && <ErrorBlock error={changed.error} />}
      {!changed.data && !changed.error && <Loading />}
      {changed.data && changed.data.length > 0 && (
        <p role="status">
          <b>{count(new Set(changed.data.map((c) => c.device)).size, "device")}</b> changed in {hours[chosen]}.
        </p>
      )}
      {changed.data && (
        <DataList
          name="changes on devices"
          rows={changed.data}
          columns={columns}
          id={(c) => `${c.device}-${c.at}-${c.source}`}
          link={place}
          view={{ ...view, filter }}
          onView={(next) =>
            setParams({ hours: chosen, ...(next.filter ? { filter: next.filter } : {}) }, { replace: true })
          }
          empty={`No device changed in ${hours[chosen]}, as far as is known. Devices that were not read since are not known.`}
        />
      )}
    </>
  );
}
