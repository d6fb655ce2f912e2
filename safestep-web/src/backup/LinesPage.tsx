import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useSearchParams } from "react-router";
import { api, asProblem, told } from "../api/client";
import type { FoundLine, FoundLines } from "../api/types";
import { type Column, DataList } from "../ui/DataList";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import { BackupsNav } from "./BackupsNav";
import { keys } from "../api/keys";

const place = (h: FoundLine) => `/devices/${h.device}/backups?backup=${h.backupId}&line=${h.number}`;

const columns = (every: boolean): Column<FoundLine>[] => [
  {
    key: "device",
    title: "Device",
    width: "130px",
    text: (h) => h.device,
    show: (h) => (
      <Link className="mono" to={place(h)}>
        {h.device}
      </Link>
    ),
  },
  {
    key: "line",
    title: "Line, beneath its parents",
    width: "minmax(300px, 1fr)",
    text: (h) => [...h.path, h.line].join(" › "),
    show: (h) => (
      <span className="mono">
        {h.path.length > 0 && <span className="soft">{h.path.join(" › ")} › </span>}
        {h.line}
      </span>
    ),
  },
  { key: "number", title: "Line no.", width: "80px", text: (h) => String(h.number), order: (h) => h.number },
  {
    key: "since",
    title: every ? "In versions since" : "Version of",
    width: "170px",
    text: (h) => (every ? `${dayAndTime(h.since)}, in ${h.versions}` : dayAndTime(h.since)),
    order: (h) => h.since,
  },
];

/** Which devices still use this time server? */
export function LinesPage() {
  const [params, setParams] = useSearchParams();
  const q = params.get("q") ?? "";
  const pattern = params.get("pattern") === "true";
  const every = params.get("every") === "true";
  const [words, setWords] = useState(q);
  const [last, setLast] = useState(q);
  if (q !== last) {
    setLast(q);
    setWords(q);
  }
  const found = useQuery({
    queryKey: keys.lines(q, pattern, every),
    queryFn: () => told(api.GET("/api/backups/search", { params: { query: { q, pattern, every } } })),
    enabled: q.trim().length >= 2,
    refetchInterval: (query) => (query.state.data && query.state.data.unread > 0 ? 2_000 : false),
  });
  const ask = (next: Record<string, string | boolean>) => {
    const all = { q: words.trim(), pattern, every, ...next };
    setParams(
      Object.fromEntries(
        Object.entries(all)
          .filter(([, v]) => v !== "" && v !== false)
          .map(([k, v]) => [k, String(v)]),
      ),
    );
  };
  function submit(event: FormEvent) {
    event.preventDefault();
    ask({});
  }
  const problem = found.error ? asProblem(found.error) : null;
  const fieldProblem = problem?.at("q")[0]?.message ?? null;
  return (
    <>
      <BackupsNav />
      <div className="head">
        <h1>Find lines</h1>
        <span className="soft">
          In the stored configurations of all devices. Secrets are masked and can’t be found.
        </span>
      </div>
      <form className="line-search" onSubmit={submit} role="search">
        <Form.Control
          type="search"
          className="mono"
          autoFocus
          maxLength={200}
          placeholder="time-server 10.77.8.20"
          aria-label="What the lines shall hold"
          value={words}
          isInvalid={!!fieldProblem}
          onChange={(e) => setWords(e.target.value)}
        />
        <Button type="submit">Find</Button>
        <Form.Check
          id="pattern"
          label="It is a pattern"
          checked={pattern}
          onChange={(e) => ask({ pattern: e.target.checked })}
        />
        <Form.Check
          id="every"
          label="In old versions too"
          checked={every}
          onChange={(e) => ask({ every: e.target.checked })}
        />
      </form>
      {fieldProblem ? (
        <p className="harm" role="alert">
          {fieldProblem}
        </p>
      ) : (
        problem && <ErrorBlock error={problem} />
      )}
      {q.trim().length < 2 && (
        <p className="empty">
          Enter two characters or more of a line. As a pattern, <code className="mono">vlan (40|60)$</code> finds both.
        </p>
      )}
      {q.trim().length >= 2 && !found.data && !found.error && <Loading />}
      {found.data && found.data.unread > 0 && (
        <Block>
          {count(found.data.unread, "configuration")} {found.data.unread === 1 ? "is" : "are"} still being read. What is
          here so far is not all; the page looks again by itself.
        </Block>
      )}
      {found.data && <Found found={found.data} every={every} q={q} />}
    </>
  );
}

function Found({ found, every, q }: { found: FoundLines; every: boolean; q: string }) {
  return (
    <>
      <p role="status">
        {found.lines === 0 ? (
          <>
            No line of {count(found.searched, "configuration")} holds “{q}”.
          </>
        ) : (
          <>
            <b>{count(found.devices, "device")}</b> {found.devices === 1 ? "holds" : "hold"} it, in{" "}
            {count(found.lines, "line")}
            {found.hits.length < found.lines && !every && `, of which the first ${found.hits.length} are listed`}.{" "}
          </>
        )}
        {found.lines > 0 && found.withoutCount > 0 && (
          <Without names={found.without} all={found.withoutCount} key={q} />
        )}
      </p>
      {found.hits.length > 0 && (
        <DataList
          name="lines"
          rows={found.hits}
          columns={columns(every)}
          id={(h) => `${h.device}-${h.backupId}-${h.number}`}
          link={place}
          empty=""
        />
      )}
    </>
  );
}

function Without({ names, all }: { names: string[]; all: number }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button variant="link" className="p-0" aria-expanded={open} onClick={() => setOpen(!open)}>
        {count(all, "device")} without it
      </Button>
      {open && (
        <span className="without">
          {names.map((n) => (
            <Link key={n} className="mono" to={`/devices/${n}/backups`}>
              {n}
            </Link>
          ))}
          {all > names.length && <span className="soft">and {all - names.length} more</span>}
        </span>
      )}
    </>
  );
}
