import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Form from "react-bootstrap/Form";
import { Link, useParams } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { Standard, StandardVersion } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { NeedList } from "../change/Needs";
import { LibraryNav } from "../library/LibraryNav";
import { useStandard } from "../library/queries";
import { BuildViews } from "../lines/BuildViews";
import { useMay, useMayEverywhere } from "../session/session";
import { Field } from "../ui/Field";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { changeState, runStates } from "../ui/words";
import { Decisions, StandardDecision } from "./StandardDecision";
import { StandardActions } from "./StandardActions";
import { devicesWords, lastDay, shownOf, standardStates, usesWords } from "./standard";

/** A standard change: what is asked for or in force, whose approval, and how it went. */
export function StandardPage() {
  const { id } = useParams();
  const standard = useStandard(Number(id));
  if (standard.error) {
    return <ErrorBlock error={standard.error} />;
  }
  return (
    <>
      <LibraryNav />
      {standard.data ? <OneStandard standard={standard.data} /> : <Loading />}
    </>
  );
}

function OneStandard({ standard }: { standard: Standard }) {
  const mayUse = useMay("WRITE_CHANGES");
  const mayWrite = useMayEverywhere("WRITE_LIBRARY");
  const shown = shownOf(standard);
  const beside = standard.written && standard.inForce;
  const usable = standard.inForce?.state === "IN_FORCE";
  return (
    <>
      <div className="head">
        <h1>{standard.name}</h1>
        <Status state={standardStates[standard.retired ? "RETIRED" : shown.state]} />
        <div className="actions">
          {usable && mayUse && (
            <Link to={`/changes/new?standard=${standard.id}`} className="btn btn-primary">
              Start a change of it
            </Link>
          )}
          {!standard.retired && mayWrite && (
            <Link to={`/library/standard/${standard.id}/edit`} className="btn btn-outline-primary">
              Write it anew
            </Link>
          )}
        </div>
      </div>
      <StandardActions standard={standard} version={shown} />
      {beside && (
        <Block>
          Version {beside.number} {standardStates[beside.state].word}
          {beside.state === "IN_FORCE" && ` until ${lastDay(beside.validUntil)}, or until this one is approved`}.
        </Block>
      )}
      {shown.saysWhy && <Block tone="bad">{shown.saysWhy}</Block>}
      <div className="standard-page">
        <VersionParts standard={standard} version={shown} />
      </div>
    </>
  );
}

function VersionParts({ standard, version }: { standard: Standard; version: StandardVersion }) {
  return (
    <>
      <h2>What it is for</h2>
      <p className="mb-1">{version.purpose}</p>
      <p className="soft">
        Version {version.number} by {version.authors.join(" and ")}, {dayAndTime(version.writtenAt)} · valid until{" "}
        {lastDay(version.validUntil)}
        {version.approvedAt && ` · approved ${dayAndTime(version.approvedAt)}`}
      </p>
      <h2 className="mt-4">Bounds</h2>
      <ul>
        <li>
          Template <Link to={`/library/templates`}>{version.template}</Link>, version {version.templateNumber}, and
          nothing else.
        </li>
        {version.words.map((w) => (
          <li key={w}>{w}</li>
        ))}
        <li>The way back is proven, no command cuts the way to a device, and a failure undoes all of it.</li>
      </ul>
      {version.devices.length > 0 && (
        <p>
          {version.state === "ASKED" ? "Asked" : "Approved"} for {devicesWords(version)}:{" "}
          <span className="mono">{version.devices.join(", ")}</span>. A device that comes into the bounds later is not
          among them before a new version is approved.
        </p>
      )}
      {version.devices.length > 0 && <Example standard={standard} version={version} />}
      {version.needs.length > 0 && (
        <>
          <h2 className="mt-4">Whose approval it {version.state === "ASKED" ? "needs" : "needed"}</h2>
          <p className="soft mb-1">
            What the widest change within the bounds would need, and the rules about standard changes.
          </p>
          <NeedList needs={version.needs} all={version.devices.length + version.others} />
        </>
      )}
      {(version.decisions.length > 0 || version.state === "ASKED") && (
        <>
          <h2 className="mt-4">Decisions</h2>
          <Decisions version={version} />
          {version.mine && <StandardDecision key={version.seal} standard={standard} version={version} />}
        </>
      )}
      <Uses standard={standard} />
    </>
  );
}

/** What the example values come to on a device. */
function Example({ standard, version }: { standard: Standard; version: StandardVersion }) {
  const [device, setDevice] = useState(version.devices[0] ?? "");
  const example = useQuery({
    queryKey: keys.standardExample(standard.id, version.seal, device),
    queryFn: () =>
      told(api.GET("/api/standard-changes/{id}/example/{device}", { params: { path: { id: standard.id, device } } })),
    enabled: device !== "",
  });
  const values = Object.entries(version.examples);
  return (
    <section aria-label="Example">
      <h2 className="mt-4">Example</h2>
      <p className="mb-1">
        {values.length === 0
          ? "It has no values: every device gets the same lines."
          : "It was tried with these values: " + values.map(([n, v]) => `${n} ${v}`).join(", ") + "."}
      </p>
      <Field id="standard-example" label="On device">
        <Form.Select size="sm" style={{ maxWidth: 320 }} value={device} onChange={(e) => setDevice(e.target.value)}>
          {version.devices.map((d) => (
            <option key={d}>{d}</option>
          ))}
        </Form.Select>
      </Field>
      {example.error && <ErrorBlock error={example.error} />}
      {example.data && <BuildViews build={example.data} />}
    </section>
  );
}

function Uses({ standard }: { standard: Standard }) {
  const { uses } = standard;
  const figures = {
    uses: uses.length,
    succeeded: uses.filter((u) => u.ended === "SUCCEEDED").length,
    failed: uses.filter((u) => u.ended === "ROLLED_BACK" || u.ended === "STUCK").length,
  };
  return (
    <section aria-label="Uses">
      <h2 className="mt-4">How it went</h2>
      {uses.length === 0 ? (
        <p className="empty">No change was submitted within its bounds yet.</p>
      ) : (
        <>
          <p className="mb-1">{usesWords(figures)}.</p>
          {uses.map((u) => {
            const look = u.ended && u.state === "CLOSED" ? runStates[u.ended] : changeState(u);
            return (
              <div key={u.number} className="item">
                <Glyph shape={look.shape} />
                <div>
                  <Link to={`/changes/${u.number}`}>CR-{u.number}</Link> {u.title}, {look.word}
                  <span className="soft"> · version {u.version}</span>
                </div>
                <span className="when">{dayAndTime(u.submittedAt)}</span>
              </div>
            );
          })}
        </>
      )}
      <p className="soft mt-2 mb-0">
        {vocabulary.suspendedAfter} uses in a row that are rolled back or get stuck suspend it.
      </p>
    </section>
  );
}
