import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { Change, Run } from "../api/types";
import { useMayOnWhole, usePerson } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Reasoned } from "./Reasoned";
import { useControl } from "./useControl";
import { keys } from "../api/keys";

/** What each device should hold, holds, and held last when all was well; and the ways on. */
export function StuckPanel({ run, change }: { run: Run; change: Change }) {
  const mayRun = useMayOnWhole("RUN_CHANGES");
  const mayDecide = useMayOnWhole("DECIDE_CHANGES");
  const me = usePerson();
  const control = useControl(run, change);
  const [lines, setLines] = useState<string | null>(null);
  const written = run.devices.filter((d) => d.written);
  const open = change.state === "NEEDS_ATTENTION";
  const proposal = run.controls.find((c) => c.kind === "ACCEPT" && c.waitsForSecond);
  return (
    <section aria-label="Ways on" className="stuck">
      {control.error && <ErrorBlock error={control.error} />}
      <table className="table">
        <thead>
          <tr>
            <th>Device</th>
            <th>Should hold</th>
            <th>Holds, as last read</th>
            <th>Last good</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {written.map((d) => (
            <tr key={d.id}>
              <td className="mono">{d.name}</td>
              <td>{d.takenBack ? "what it held before the change" : "its outcome"}</td>
              <td>{d.holds ?? "could not be read"}</td>
              <td>{d.before && <LastGood device={d.name} hash={d.before.hash} />}</td>
              <td>
                <Button variant="link" onClick={() => setLines(lines === d.name ? null : d.name)}>
                  {lines === d.name ? "Hide lines" : "Lines by hand"}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {lines && <LinesBack run={run} device={lines} />}
      {open && (
        <div className="device-controls">
          {mayRun && (
            <Button disabled={control.isPending} onClick={() => control.mutate((run) => run.wayBack(false))}>
              Try the way back once more
            </Button>
          )}
          {mayRun && (
            <Button
              variant="outline-primary"
              disabled={control.isPending}
              onClick={() => control.mutate((run) => run.wayBack(true))}
            >
              Bring back the whole configuration
            </Button>
          )}
          {(mayRun || mayDecide) &&
            (proposal?.askedBy === me.login ? (
              <p className="mb-0">You propose to leave the devices as they are. A second person has to agree.</p>
            ) : (
              <Reasoned
                run={run}
                change={change}
                label={proposal ? "Agree to leave them as they are" : "Leave them as they are"}
                title="Leave the devices as they are?"
                sentence={
                  proposal
                    ? `${proposal.askedBy} proposes it: ${proposal.reason}. With you it counts, and ${change.subject} is closed.`
                    : "It counts when a second person has agreed. What differs from the baseline stays in sight as drift."
                }
                press={(run, reason) => run.accept(reason)}
                variant="outline-danger"
                needsNoReason={!!proposal}
              />
            ))}
        </div>
      )}
    </section>
  );
}

function LastGood({ device, hash }: { device: string; hash: string }) {
  return (
    <Link to={`/devices/${device}/versions`} title="The backup before the change">
      <span className="mono">{hash.slice(0, 8)}</span>
    </Link>
  );
}

/** The lines for somebody who stands beside the device. */
function LinesBack({ run, device }: { run: Run; device: string }) {
  const text = useQuery({
    queryKey: keys.linesBack(run.id, device),
    queryFn: () =>
      told(
        api.GET("/api/runs/{id}/devices/{device}/lines-back", {
          params: { path: { id: run.id, device } },
          parseAs: "text",
        }),
      ),
  });
  if (text.error) {
    return <ErrorBlock error={text.error} />;
  }
  if (text.data === undefined) {
    return <Loading />;
  }
  return (
    <>
      <p className="mb-1">
        From what {device} showed last to what it held before; secrets are masked.{" "}
        <Button variant="link" onClick={() => void navigator.clipboard.writeText(text.data)}>
          Copy
        </Button>
      </p>
      <pre className="says">{text.data.trim() === "" ? "Nothing differs in its newest backup." : text.data}</pre>
    </>
  );
}
