import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { Link, useParams } from "react-router";
import { api, told } from "../api/client";
import type { Search, SearchResult } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { type Column, DataList } from "../ui/DataList";
import { InventoryNav } from "../ui/InventoryNav";
import { ErrorBlock, Loading } from "../ui/Messages";
import { ProgressLine } from "../ui/ProgressLine";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { grouped } from "../ui/words";
import { Accept } from "./Accept";
import { addressOrder, foundInWords, inOrder, progressInWords, rank, resultStates, searchTitle } from "./searches";
import { keys } from "../api/keys";

const columnsFor = (ports: number[]): Column<SearchResult>[] => [
  {
    key: "address",
    title: "Address",
    width: "125px",
    text: (r) => r.address,
    show: (r) => <span className="mono">{r.address}</span>,
    order: (r) => addressOrder(r.address),
  },
  {
    key: "port",
    title: "Port",
    width: "75px",
    text: (r) => String(r.port ?? ""),
    show: (r) => <span className="mono">{r.port}</span>,
    hidden: ports.length === 1,
  },
  {
    key: "state",
    title: "Result",
    width: "165px",
    text: (r) => resultStates[r.state].word,
    show: (r) => (
      <span className={`found-${resultStates[r.state].tone}`}>
        <Status state={resultStates[r.state]} />
      </span>
    ),
    order: rank,
  },
  {
    key: "name",
    title: "Calls itself",
    width: "minmax(110px, 1fr)",
    text: (r) => r.name ?? "",
    show: (r) => <span className="mono">{r.name}</span>,
  },
  { key: "model", title: "Maker, model", width: "130px", text: (r) => `${r.maker ?? ""} ${r.model ?? ""}`.trim() },
  {
    key: "serial",
    title: "Serial number",
    width: "140px",
    text: (r) => r.serial ?? "",
    show: (r) => <span className="mono">{r.serial}</span>,
  },
  { key: "software", title: "Software", width: "115px", text: (r) => r.software ?? "", hidden: true },
  {
    key: "words",
    title: "What was found",
    width: "minmax(260px, 3fr)",
    text: (r) => r.words,
    show: (r) => (
      <>
        {r.words} {r.device && <Link to={`/devices/${r.device}`}>Look at {r.device}</Link>}
      </>
    ),
  },
  { key: "links", title: "Hears", width: "minmax(140px, 2fr)", text: (r) => r.linkedWith.join(", "), hidden: true },
  {
    key: "depth",
    title: "Links away",
    width: "90px",
    text: (r) => String(r.depth),
    order: (r) => r.depth,
    hidden: true,
  },
];

export function SearchPage() {
  const { id } = useParams();
  const search = useQuery({
    queryKey: keys.search(id),
    queryFn: () => told(api.GET("/api/searches/{id}", { params: { path: { id: Number(id) } } })),
    refetchInterval: (query) => (query.state.data?.endedAt ? false : 1_000),
  });
  return (
    <>
      <InventoryNav />
      {search.error && <ErrorBlock error={search.error} action={<Link to="/bring-in">All searches</Link>} />}
      {!search.data && !search.error && <Loading />}
      {search.data && <Loaded search={search.data} />}
    </>
  );
}

function Loaded({ search }: { search: Search }) {
  const may = useMayEverywhere("WRITE_DEVICES");
  const client = useQueryClient();
  const [chosen, setChosen] = useState<Set<string>>(new Set());
  const [accepting, setAccepting] = useState(false);
  // Read again whenever the numbers of results have moved.
  const results = useQuery({
    queryKey: keys.searchResults(search.id, JSON.stringify(search.counts)),
    queryFn: () => told(api.GET("/api/searches/{id}/results", { params: { path: { id: search.id } } })),
    placeholderData: (old) => old,
  });
  const stop = useMutation({
    mutationFn: () => told(api.POST("/api/searches/{id}/stop", { params: { path: { id: search.id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: keys.searches }),
  });
  const fresh = results.data?.filter((r) => r.state === "NEW") ?? [];
  const wanted = fresh.filter((r) => chosen.has(String(r.id)));
  return (
    <>
      <div className="head">
        <h1>{searchTitle(search)}</h1>
        <span className="soft">
          from {search.from}, {search.ports.length > 1 ? "ports" : "port"} {search.ports.join(", ")} ·{" "}
          {search.startedBy}, {dayAndTime(search.startedAt)}
        </span>
        <div className="actions">
          {!search.endedAt && may && (
            <Button
              variant="outline-primary"
              disabled={stop.isPending || !!search.stopRequestedBy}
              onClick={() => stop.mutate()}
            >
              Stop the search
            </Button>
          )}
          {may && fresh.length > 0 && !accepting && (
            <Button
              onClick={() => {
                if (wanted.length === 0) {
                  setChosen(new Set(fresh.map((r) => String(r.id))));
                }
                setAccepting(true);
              }}
            >
              {wanted.length > 0 ? lookAt(wanted.length, "chosen") : lookAt(fresh.length, "new")}
            </Button>
          )}
        </div>
      </div>
      {stop.error && <ErrorBlock error={stop.error} />}
      <ProgressLine done={search.lookedAt} total={search.total} words={progressInWords(search)} />
      <p className="mb-2">
        <b>{foundInWords(search)}</b>
      </p>
      {accepting ? (
        <Accept search={search} chosen={chosen} close={() => setAccepting(false)} />
      ) : (
        <div className="search-results">
          {results.error && <ErrorBlock error={results.error} />}
          {results.data && (
            <DataList
              wrap
              name="results"
              rows={inOrder(results.data)}
              columns={columnsFor(search.ports)}
              id={(r) => String(r.id)}
              chosen={may && fresh.length > 0 ? chosen : undefined}
              onChoose={may && fresh.length > 0 ? setChosen : undefined}
              mayChoose={(r) => r.state === "NEW"}
              empty={search.endedAt ? "Nothing answered." : "Nothing has answered yet."}
            />
          )}
          <Left search={search} />
        </div>
      )}
    </>
  );
}

function lookAt(number: number, which: string): string {
  return number === 1 ? `Look at the ${which} one` : `Look at the ${grouped(number)} ${which} ones`;
}

/** What the search did not see, so that nobody takes silence for absence. */
function Left({ search }: { search: Search }) {
  const left = [
    ...(search.exclusions.length ? [`Excluded: ${search.exclusions.join(", ")}.`] : []),
    ...(search.kind === "RANGE"
      ? ["The addresses of a network and of all its hosts, the first and last of a range, are never looked at."]
      : []),
    ...search.skipped,
  ];
  return (
    <>
      <h2 className="mt-3">Not looked at</h2>
      {!search.endedAt && <p className="soft mb-1">Told when the search has ended.</p>}
      <ul className="plain">
        {left.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ul>
      {search.endedAt && left.length === 0 && <p className="empty">Everything was looked at.</p>}
    </>
  );
}
