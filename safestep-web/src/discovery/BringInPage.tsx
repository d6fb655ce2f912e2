import { useSettled } from "../ui/useSettled";
import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, asProblem } from "../api/client";
import type { Credential, DeviceRow, Search } from "../api/types";
import { useMay } from "../session/session";
import { InventoryNav } from "../ui/InventoryNav";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { foundInWords, progressInWords, searchTitle } from "./searches";
import { grouped } from "../ui/words";

/** Where devices are brought in: by searching a range, by walking along links, or from a sheet. */
export function BringInPage() {
  const may = useMay("WRITE_DEVICES");
  const [kind, setKind] = useState<"range" | "walk">("range");
  const credentials = useQuery({
    queryKey: ["credentials"],
    queryFn: () => api.get<Credential[]>("/api/credentials"),
  });
  return (
    <>
      <InventoryNav />
      <div className="head">
        <h1>Bring devices in</h1>
        <span className="soft">
          Nothing is written to any device. What is found is added only when you say so, and starts in stance observe.
        </span>
      </div>
      <div className="cols">
        <section className="form-col">
          {!may && (
            <Block>Searching for devices takes the role of an administrator. You may look at past searches.</Block>
          )}
          {may && credentials.data?.length === 0 && (
            <Block action={<Link to="/credentials">Enter a credential</Link>}>
              There is no credential yet, and without one no device lets Safe Step in.
            </Block>
          )}
          {may && !!credentials.data?.length && (
            <>
              <fieldset className="choices">
                <legend className="visually-hidden">How to look</legend>
                <Form.Check
                  type="radio"
                  id="kind-range"
                  name="kind"
                  label="Search a range of addresses"
                  checked={kind === "range"}
                  onChange={() => setKind("range")}
                />
                <Form.Check
                  type="radio"
                  id="kind-walk"
                  name="kind"
                  label="Walk from one device along its links"
                  checked={kind === "walk"}
                  onChange={() => setKind("walk")}
                />
              </fieldset>
              {kind === "range" ? (
                <RangeForm credentials={credentials.data} />
              ) : (
                <WalkForm credentials={credentials.data} />
              )}
              <p className="soft mt-3">
                Or <Link to="/import">import a sheet</Link> with the devices of an installation.
              </p>
            </>
          )}
        </section>
        <section>
          <Past />
        </section>
      </div>
    </>
  );
}

const lines = (text: string) =>
  text
    .split(/[\n,;]+/)
    .map((l) => l.trim())
    .filter(Boolean);

/** Null for the usual ones; what is no number is sent as one that is refused. */
const portNumbers = (text: string) =>
  text.trim() === ""
    ? null
    : text
        .split(/[\s,;]+/)
        .filter(Boolean)
        .map((p) => (/^\d{1,6}$/.test(p) ? Number(p) : 0));

function RangeForm({ credentials }: { credentials: Credential[] }) {
  const navigate = useNavigate();
  const [ranges, setRanges] = useState("");
  const [exclusions, setExclusions] = useState("");
  const [ports, setPorts] = useState("");
  const [tried, setTried] = useState<number[]>(() => credentials.filter((c) => c.standard).map((c) => c.id));
  const asked = useSettled({ ranges: lines(ranges), exclusions: lines(exclusions) });
  const size = useQuery({
    queryKey: ["search-size", asked],
    queryFn: ({ signal }) => api.ask<{ addresses: number; from: string }>("/api/searches/size", asked, signal),
    enabled: lines(ranges).length > 0,
    placeholderData: (old) => old,
  });
  const start = useMutation({
    mutationFn: () =>
      api.post<Search>("/api/searches/range", {
        ranges: lines(ranges),
        exclusions: lines(exclusions),
        ports: portNumbers(ports),
        credentials: tried,
      }),
    onSuccess: (search) => navigate(`/searches/${search.id}`),
  });
  const problem = start.error ? asProblem(start.error) : size.error ? asProblem(size.error) : null;
  const at = (field: string) =>
    problem
      ?.at(field)
      .map((e) => (e.line ? `Line ${e.line}: ${e.message}` : e.message))
      .join(" ");
  function submit(event: FormEvent) {
    event.preventDefault();
    start.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <Form.Group className="mb-3" controlId="ranges">
        <Form.Label>Ranges</Form.Label>
        <Form.Control
          as="textarea"
          rows={3}
          className="mono"
          value={ranges}
          maxLength={6_000}
          isInvalid={!!at("ranges")}
          placeholder={"10.77.2.0/24\n10.77.3.1"}
          onChange={(e) => setRanges(e.target.value)}
        />
        <Form.Control.Feedback type="invalid">{at("ranges")}</Form.Control.Feedback>
        <Form.Text>Blocks or single addresses, one a line. At most 65,536 addresses in one search.</Form.Text>
      </Form.Group>
      <Form.Group className="mb-3" controlId="exclusions">
        <Form.Label>Without</Form.Label>
        <Form.Control
          as="textarea"
          rows={2}
          className="mono"
          value={exclusions}
          maxLength={6_000}
          isInvalid={!!at("exclusions")}
          placeholder="10.77.2.128/25"
          onChange={(e) => setExclusions(e.target.value)}
        />
        <Form.Control.Feedback type="invalid">{at("exclusions")}</Form.Control.Feedback>
      </Form.Group>
      <Ports ports={ports} setPorts={setPorts} error={at("ports")} />
      <CredentialOrder credentials={credentials} tried={tried} setTried={setTried} error={at("credentials")} />
      {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
      <p role="status" className="mb-2">
        {lines(ranges).length === 0 && <span className="soft">The size is shown here before anything starts.</span>}
        {lines(ranges).length > 0 && size.data && !size.error && (
          <>
            <b>{grouped(size.data.addresses)} addresses</b>, looked at from {size.data.from}.
          </>
        )}
      </p>
      <Button type="submit" disabled={start.isPending || !!size.error || lines(ranges).length === 0 || !tried.length}>
        {start.isPending ? "Starting …" : "Start the search"}
      </Button>
    </form>
  );
}

function WalkForm({ credentials }: { credentials: Credential[] }) {
  const navigate = useNavigate();
  const devices = useQuery({ queryKey: ["devices"], queryFn: () => api.get<DeviceRow[]>("/api/devices") });
  const [from, setFrom] = useState("");
  const [depth, setDepth] = useState("3");
  const [ports, setPorts] = useState("");
  const [tried, setTried] = useState<number[]>(() => credentials.filter((c) => c.standard).map((c) => c.id));
  const start = useMutation({
    mutationFn: () =>
      api.post<Search>("/api/searches/walk", {
        start: from.trim(),
        depth: Number(depth) || 0,
        ports: portNumbers(ports),
        credentials: tried,
      }),
    onSuccess: (search) => navigate(`/searches/${search.id}`),
  });
  const problem = start.error ? asProblem(start.error) : null;
  function submit(event: FormEvent) {
    event.preventDefault();
    start.mutate();
  }
  const startError = problem?.at("start")[0]?.message ?? (problem?.status === 404 ? problem.message : undefined);
  return (
    <form onSubmit={submit} noValidate>
      <Form.Group className="mb-3" controlId="start">
        <Form.Label>From</Form.Label>
        <Form.Control
          className="mono"
          list="known-devices"
          value={from}
          maxLength={60}
          isInvalid={!!startError}
          placeholder="Name of a known device"
          onChange={(e) => setFrom(e.target.value)}
        />
        <Form.Control.Feedback type="invalid">{startError}</Form.Control.Feedback>
        <datalist id="known-devices">
          {devices.data?.map((d) => (
            <option key={d.name} value={d.name} />
          ))}
        </datalist>
        {devices.data?.length === 0 && (
          <Form.Text>No device is known yet. Search the address of the first one as a range.</Form.Text>
        )}
      </Form.Group>
      <Form.Group className="mb-3" controlId="depth">
        <Form.Label>How many links away</Form.Label>
        <Form.Control
          type="number"
          min={1}
          max={20}
          value={depth}
          isInvalid={!!problem?.at("depth").length}
          onChange={(e) => setDepth(e.target.value)}
        />
        <Form.Control.Feedback type="invalid">{problem?.at("depth")[0]?.message}</Form.Control.Feedback>
      </Form.Group>
      <Ports ports={ports} setPorts={setPorts} error={problem?.at("ports")[0]?.message} />
      <CredentialOrder
        credentials={credentials}
        tried={tried}
        setTried={setTried}
        error={problem?.at("credentials")[0]?.message}
      />
      {problem && problem.errors.length === 0 && problem.status !== 404 && <ErrorBlock error={problem} />}
      <Button type="submit" disabled={start.isPending || !from.trim()}>
        {start.isPending ? "Starting …" : "Start the walk"}
      </Button>
    </form>
  );
}

function Ports({ ports, setPorts, error }: { ports: string; setPorts: (ports: string) => void; error?: string }) {
  return (
    <Form.Group className="mb-3" controlId="ports">
      <Form.Label>Ports</Form.Label>
      <Form.Control
        className="mono"
        value={ports}
        maxLength={60}
        isInvalid={!!error}
        placeholder="the usual ones of the platforms"
        onChange={(e) => setPorts(e.target.value)}
      />
      <Form.Control.Feedback type="invalid">{error}</Form.Control.Feedback>
      <Form.Text>
        The usual ones are tried in turn until a device is found. Of several that you name each is looked at: other
        devices may stand behind the same address.
      </Form.Text>
    </Form.Group>
  );
}

function CredentialOrder({
  credentials,
  tried,
  setTried,
  error,
}: {
  credentials: Credential[];
  tried: number[];
  setTried: (ids: number[]) => void;
  error?: string;
}) {
  return (
    <fieldset className="mb-3">
      <legend className="form-label fs-6">Credentials, tried in this order</legend>
      {credentials.map((c) => {
        const at = tried.indexOf(c.id);
        return (
          <Form.Check
            key={c.id}
            id={`try-${c.id}`}
            label={
              <>
                {at >= 0 && tried.length > 1 && <b>{at + 1}. </b>}
                {c.name} <span className="soft">log-in {c.login}</span>
              </>
            }
            checked={at >= 0}
            onChange={() => setTried(at >= 0 ? tried.filter((id) => id !== c.id) : [...tried, c.id])}
          />
        );
      })}
      {error && (
        <p className="harm mb-0" role="alert">
          {error}
        </p>
      )}
      <Form.Text>
        Devices lock accounts that are refused too often: choose few. A known device is asked with its own first.
      </Form.Text>
    </fieldset>
  );
}

function Past() {
  const searches = useQuery({
    queryKey: ["searches"],
    queryFn: () => api.get<Search[]>("/api/searches"),
    refetchInterval: 5_000,
  });
  return (
    <>
      <h2>Searches so far</h2>
      {searches.error && <ErrorBlock error={searches.error} />}
      {!searches.data && !searches.error && <Loading />}
      {searches.data?.length === 0 && <p className="empty">Nobody has searched yet.</p>}
      {searches.data?.map((s) => (
        <div key={s.id} className="item">
          <div>
            <Link to={`/searches/${s.id}`}>{searchTitle(s)}</Link>
            <div>{foundInWords(s)}</div>
            <div className="soft">{progressInWords(s)}</div>
          </div>
          <span className="when">
            {dayAndTime(s.startedAt)}
            <br />
            {s.startedBy}
          </span>
        </div>
      ))}
    </>
  );
}
