import { Link, useNavigate } from "react-router";
import type { ChangeRow, NextStep } from "../api/types";
import { useMay } from "../session/session";
import { type Column, DataList } from "../ui/DataList";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { changeState, count } from "../ui/words";
import { useEndedChanges, useOpenChanges } from "../api/changes";
import { useMemo } from "react";

/** A change in the list; one that is over waits for nothing. */
interface Listed {
  change: ChangeRow;
  next?: NextStep;
}

const columns: Column<Listed>[] = [
  {
    key: "number",
    title: "Number",
    width: "100px",
    text: ({ change }) => change.subject,
    order: ({ change }) => change.number,
  },
  {
    key: "title",
    title: "Title",
    width: "minmax(0, 3fr)",
    text: ({ change }) => (change.emergency ? `emergency: ${change.title}` : change.title),
    show: ({ change }) => (
      <>
        {change.emergency && <b className="harm">emergency </b>}
        {change.title}
      </>
    ),
  },
  {
    key: "state",
    title: "State",
    width: "170px",
    text: ({ change }) => changeState(change).word,
    show: ({ change }) => <Status state={changeState(change)} />,
  },
  {
    key: "waits",
    title: "Waits for",
    width: "150px",
    text: ({ next }) => next?.brief ?? "",
    show: ({ next }) => next && <span title={next.sentence}>{next.yours ? <b>{next.brief}</b> : next.brief}</span>,
  },
  { key: "author", title: "Author", width: "110px", text: ({ change }) => change.authorName },
  {
    key: "devices",
    title: "Devices",
    width: "minmax(0, 1.6fr)",
    text: ({ change }) => change.devices.join(", "),
    show: ({ change }) => (
      <>
        <span className="mono">{change.devices.join(", ")}</span>
        {change.hiddenDevices > 0 && (
          <span className="soft"> and {count(change.hiddenDevices, "other")} outside your scope</span>
        )}
      </>
    ),
  },
  {
    key: "updated",
    title: "Last moved",
    width: "140px",
    text: ({ change }) => dayAndTime(change.updatedAt),
    order: ({ change }) => change.updatedAt,
  },
];

export function ChangesPage() {
  const may = useMay("WRITE_CHANGES");
  const navigate = useNavigate();
  const open = useOpenChanges(10_000);
  const ended = useEndedChanges(10_000);
  const changes = useMemo(
    () =>
      open.data &&
      ended.data &&
      [...open.data, ...ended.data.map((change): Listed => ({ change }))].sort(
        (one, other) => other.change.number - one.change.number,
      ),
    [open.data, ended.data],
  );
  const error = open.error ?? ended.error;
  return (
    <>
      <div className="head">
        <h1>Changes</h1>
        <div className="actions">
          <Link to="/changes/meeting" className="btn btn-outline-primary">
            Decide together
          </Link>
          {may && (
            <button type="button" className="btn btn-primary" onClick={() => navigate("/changes/new")}>
              Start a change
            </button>
          )}
        </div>
      </div>
      {error && <ErrorBlock error={error} />}
      {!changes && !error && <Loading />}
      {changes && (
        <DataList
          name="changes"
          rows={changes}
          columns={columns}
          id={({ change }) => String(change.number)}
          link={({ change }) => `/changes/${change.number}`}
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
