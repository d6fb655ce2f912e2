import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { StandardRow } from "../api/types";
import { LibraryNav } from "../library/LibraryNav";
import { useMayEverywhere } from "../session/session";
import { type Column, DataList } from "../ui/DataList";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";

import { lastDay, standardStates, usesWords } from "./standard";

const columns: Column<StandardRow>[] = [
  { key: "name", title: "Name", width: "minmax(0, 2fr)", text: (s) => s.name },
  {
    key: "state",
    title: "Stands",
    width: "minmax(0, 1.4fr)",
    text: (s) => standardStates[s.state].word + (s.asked ? ", a version is asked for" : ""),
    show: (s) => (
      <>
        <Status state={standardStates[s.state]} />
        {s.asked && s.state !== "ASKED" && <span className="soft"> a new version is asked for</span>}
      </>
    ),
  },
  { key: "purpose", title: "What it is for", width: "minmax(0, 3fr)", text: (s) => s.purpose },
  { key: "template", title: "Template", width: "minmax(0, 1.5fr)", text: (s) => s.template },
  {
    key: "until",
    title: "Valid until",
    width: "130px",
    text: (s) => (s.validUntil ? lastDay(s.validUntil) : ""),
    order: (s) => s.validUntil ?? "",
  },
  { key: "uses", title: "How it went", width: "minmax(0, 2fr)", text: usesWords, order: (s) => s.uses },
];

/** What is done often, approved once. */
export function StandardsPage() {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const standards = useQuery({ queryKey: keys.standards, queryFn: () => told(api.GET("/api/standard-changes")) });
  return (
    <>
      <LibraryNav />
      <div className="head">
        <h1>Standard changes</h1>
        <span className="soft">What is done often, approved once: changes within its bounds need no approval.</span>
        <div className="actions">
          {may && (
            <Link to="/library/standard/new" className="btn btn-primary">
              Write a standard change
            </Link>
          )}
        </div>
      </div>
      {standards.error && <ErrorBlock error={standards.error} />}
      {!standards.data && !standards.error && <Loading />}
      {standards.data && (
        <DataList
          name="standard changes"
          rows={standards.data}
          columns={columns}
          id={(s) => String(s.id)}
          link={(s) => `/library/standard/${s.id}`}
          wrap
          empty={
            <>
              There is no standard change yet. It takes a template, and bounds: on which devices, with which values, in
              which windows.{" "}
              {may ? <Link to="/library/standard/new">Write the first one.</Link> : "Engineers write them."}
            </>
          }
        />
      )}
    </>
  );
}
