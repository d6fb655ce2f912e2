import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import { api, told } from "../api/client";
import type { Finding } from "../api/types";
import { Difference } from "../lines/Difference";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { DecisionForm } from "./DecisionForm";
import { DriftNav } from "./DriftNav";
import { findingStates, standing, steps } from "./findings";
import { keys } from "../api/keys";

/** One device that does not match its baseline, with everything that is needed to decide. */
export function FindingPage() {
  const { id } = useParams();
  const finding = useQuery({
    queryKey: keys.finding(id),
    queryFn: () => told(api.GET("/api/drift/findings/{id}", { params: { path: { id: Number(id) } } })),
    refetchInterval: 10_000,
  });
  return (
    <>
      <DriftNav />
      {finding.error && <ErrorBlock error={finding.error} />}
      {!finding.data && !finding.error && <Loading />}
      {finding.data && <Loaded finding={finding.data} />}
    </>
  );
}

function Loaded({ finding }: { finding: Finding }) {
  const f = finding.row;
  return (
    <>
      <div className="head">
        <h1>
          <Link className="mono fs-5" to={`/devices/${f.device}`}>
            {f.device}
          </Link>
        </h1>
        <Status state={findingStates[f.state]} />
        <span className="soft">{standing(f)}</span>
        <span>{f.summary}</span>
      </div>
      {f.matchesAgainAt && !f.endedAt && (
        <Block>
          {f.device} matches its baseline again, since {dayAndTime(f.matchesAgainAt)} at the latest. It stays here until
          somebody closes it.
        </Block>
      )}
      <div className="cols finding">
        <section>
          <dl className="fact-list">
            <Fact name="First seen">{dayAndTime(f.firstSeenAt)}</Fact>
            <Fact name="Last clean">
              {f.lastCleanAt ? dayAndTime(f.lastCleanAt) : "It was never seen to match."}
              {f.lastCleanAt && <span className="soft"> It was changed after that.</span>}
            </Fact>
            <Fact name={f.endedAt ? "Ended" : "Read last"}>
              {f.lastSeenAt ? dayAndTime(f.lastSeenAt) : "not known"}
            </Fact>
            <Fact name="Likely who">
              {f.loggedIn || "Not known: the device does not tell, or nobody else was logged in."}
            </Fact>
            <Fact name="Changes then">{f.changesThen || "None was running."}</Fact>
            {f.decideBy && !f.endedAt && <Fact name="Decide by">{dayAndTime(f.decideBy)}</Fact>}
            <Fact name="Side by side">
              <Link to={compare(f.device, finding.intendedId, finding.actualId)}>intended and actual</Link>
              {finding.lastGoodId && (
                <>
                  , <Link to={compare(f.device, finding.lastGoodId, finding.actualId)}>last good and actual</Link>,{" "}
                  <Link to={compare(f.device, finding.intendedId, finding.lastGoodId)}>intended and last good</Link>
                </>
              )}
            </Fact>
          </dl>
        </section>
        <section>
          <DecisionForm key={f.version} finding={finding} />
        </section>
      </div>
      <h2>What differs</h2>
      <Difference
        device={f.device}
        rows={finding.rows}
        sides="Left: what is expected. Right: what was found."
        empty="Nothing differs any more."
      />
      {finding.wayBack.length > 0 && (
        <>
          <h2 className="mt-3">Lines that would bring it back</h2>
          {finding.wayBackProblem && <Block>{finding.wayBackProblem}</Block>}
          <pre className="way-back" tabIndex={0} aria-label="Lines that would bring it back">
            {finding.wayBack.join("\n")}
          </pre>
        </>
      )}
      {finding.entries.length > 0 && (
        <>
          <h2 className="mt-3">What happened since</h2>
          <table className="table facts">
            <tbody>
              {finding.entries.map((e, i) => (
                <tr key={i}>
                  <td className="nowrap">{dayAndTime(e.at)}</td>
                  <td className="nowrap">
                    {e.person === "safe-step" ? "Seen" : e.person}: {steps[e.step]}
                  </td>
                  <td>{e.words}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </>
  );
}

const compare = (device: string, from: number, to: number) =>
  `/backups/compare?device=${device}&other=${device}&from=${from}&to=${to}`;

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </>
  );
}
