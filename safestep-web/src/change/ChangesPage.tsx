import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { api } from "../api/client";
import type { ChangeRow } from "../api/types";
import { useMay } from "../session/session";
import { type Column, DataList } from "../ui/DataList";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { changeState } from "../ui/words";

const columns: Column<ChangeRow>[] = [
  { key: "number", title: "Number", width: "100px", text: (c) => c.subject, order: (c) => c.number },
  {
    key: "title",
    title: "Title",
    width: "minmax(0, 3fr)",
    text: (c) => (c.emergency ? `emergency: ${c.title}` : c.title),
    show: (c) => (
      <>
        {c.emergency && <b className="harm">emergency </b>}
        {c.title}
      </>
    ),
  },
  {
    key: "state",
    title: "State",
    width: "200px",
    text: (c) => changeState(c).word,
    show: (c) => <Status state={changeState(c)} />,
  },
  { key: "author", title: "Author", width: "120px", text: (c) => c.authorName },
  {
    key: "devices",
    title: "Devices",
    width: "minmax(0, 2.5fr)",
    text: (c) => c.devices.join(", "),
    show: (c) => <span className="mono">{c.devices.join(", ")}</span>,
  },
  {
    key: "updated",
    title: "Last moved",
    width: "140px",
    text: (c) => dayAndTime(c.updatedAt),
    order: (c) => c.updatedAt,
  },
];

export function ChangesPage() {
  const may = useMay("WRITE_CHANGES");
  const navigate = useNavigate();
  const changes = useQuery({
    queryKey: ["changes"],
    queryFn: () => api.get<ChangeRow[]>("/api/changes"),
    refetchInterval: 10_000,
  });
  return (
    <>
      <div className="head">
        <h1>Changes</h1>
        <div className="actions">
          {may && (
            <button type="button" className="btn btn-primary" onClick={() => navigate("/changes/new")}>
              Start a change
            </button>
          )}
        </div>
      </div>
      {changes.error && <ErrorBlock error={changes.error} />}
      {!changes.data && !changes.error && <Loading />}
      {changes.data && (
        <DataList
          name="changes"
          rows={changes.data}
          columns={columns}
          id={(c) => String(c.number)}
          link={(c) => `/changes/${c.number}`}
          empty={
            <>
              There is no change yet.{" "}
              {may ? <Link to="/changes/new">Start the first one.</Link> : "Engineers start them."}
            </>
          }
        />
      )}
    </>
  );
}
