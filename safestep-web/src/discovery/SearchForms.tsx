import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, asProblem, told } from "../api/client";
import { keys } from "../api/keys";
import { useCredentials, useDevices } from "../api/shared";
import type { Credential } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { Field } from "../ui/Field";
import { Block, ErrorBlock } from "../ui/Messages";
import { useSave } from "../ui/useSave";
import { useSettled } from "../ui/useSettled";
import { grouped } from "../ui/words";

/** How devices are searched for: in ranges of addresses, or along links. */
export function SearchForms() {
  const may = useMayEverywhere("WRITE_DEVICES");
  const [kind, setKind] = useState<"range" | "walk">("range");
  const credentials = useCredentials();
  return (
    <>
      {!may && <Block>Searching for devices takes the role of an administrator. You may look at past searches.</Block>}
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
    queryKey: keys.searchSize(asked),
    queryFn: ({ signal }) => told(api.POST("/api/searches/size", { body: asked, signal })),
    enabled: lines(ranges).length > 0,
    placeholderData: (old) => old,
  });
  const start = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/searches/range", {
          body: {
            ranges: lines(ranges),
            exclusions: lines(exclusions),
            ports: portNumbers(ports),
            credentials: tried,
          },
        }),
      ),
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
      <Field
        id="ranges"
        label="Ranges"
        error={at("ranges")}
        hint="Blocks or single addresses, one a line. At most 65,536 addresses in one search."
        className="mb-3"
      >
        <Form.Control
          as="textarea"
          rows={3}
          className="mono"
          value={ranges}
          maxLength={6_000}
          placeholder={"10.77.2.0/24\n10.77.3.1"}
          onChange={(e) => setRanges(e.target.value)}
        />
      </Field>
      <Field id="exclusions" label="Without" error={at("exclusions")} className="mb-3">
        <Form.Control
          as="textarea"
          rows={2}
          className="mono"
          value={exclusions}
          maxLength={6_000}
          placeholder="10.77.2.128/25"
          onChange={(e) => setExclusions(e.target.value)}
        />
      </Field>
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
  const devices = useDevices();
  const [from, setFrom] = useState("");
  const [depth, setDepth] = useState("3");
  const [ports, setPorts] = useState("");
  const [tried, setTried] = useState<number[]>(() => credentials.filter((c) => c.standard).map((c) => c.id));
  const start = useSave({
    mutationFn: () =>
      told(
        api.POST("/api/searches/walk", {
          body: {
            start: from.trim(),
            depth: Number(depth) || 0,
            ports: portNumbers(ports),
            credentials: tried,
          },
        }),
      ),
    onSuccess: (search) => navigate(`/searches/${search.id}`),
  });
  const { problem } = start;
  function submit(event: FormEvent) {
    event.preventDefault();
    start.mutate();
  }
  const startError = start.at("start") ?? (problem?.status === 404 ? problem.message : undefined);
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
      <Field id="depth" label="How many links away" error={start.at("depth")} className="mb-3">
        <Form.Control type="number" min={1} max={20} value={depth} onChange={(e) => setDepth(e.target.value)} />
      </Field>
      <Ports ports={ports} setPorts={setPorts} error={start.at("ports")} />
      <CredentialOrder credentials={credentials} tried={tried} setTried={setTried} error={start.at("credentials")} />
      {problem && problem.errors.length === 0 && problem.status !== 404 && <ErrorBlock error={problem} />}
      <Button type="submit" disabled={start.isPending || !from.trim()}>
        {start.isPending ? "Starting …" : "Start the walk"}
      </Button>
    </form>
  );
}

function Ports({ ports, setPorts, error }: { ports: string; setPorts: (ports: string) => void; error?: string }) {
  return (
    <Field
      id="ports"
      label="Ports"
      error={error}
      hint="The usual ones are tried in turn until a device is found. Of several that you name each is looked at: other devices may stand behind the same address."
      className="mb-3"
    >
      <Form.Control
        className="mono"
        value={ports}
        maxLength={60}
        placeholder="the usual ones of the platforms"
        onChange={(e) => setPorts(e.target.value)}
      />
    </Field>
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
