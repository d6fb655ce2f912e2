import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, type Problem } from "../api/client";
import type { Build, Change } from "../api/types";
import { Glyph, type Shape } from "../ui/Glyph";
import { ErrorBlock, Loading } from "../ui/Messages";
import { expectations } from "../ui/words";
import { BuildViews } from "./BuildViews";
import { ChecksEditor } from "./ChecksEditor";
import type { Content } from "./content";
import { LinesEditor } from "./LinesEditor";
import { useBuild } from "./queries";

function targetShape(target: Change["targets"][number] | undefined): Shape {
  if (!target) {
    return "notyet";
  }
  if (!target.complete) {
    return "failed";
  }
  return target.commands === 0 ? "dot" : target.proven ? "done" : "blocked";
}

interface TabsProps {
  change: Change;
  devices: string[];
  picked: string | undefined;
  pick: (device: string) => void;
}

function DeviceTabs({ change, devices, picked, pick }: TabsProps) {
  return (
    <div className="tabs" role="tablist" aria-label="Devices">
      {devices.map((device) => (
        <button key={device} type="button" role="tab" aria-selected={device === picked} onClick={() => pick(device)}>
          <Glyph shape={targetShape(change.targets.find((t) => t.device === device))} small />
          {device}
        </button>
      ))}
    </div>
  );
}

interface EditProps {
  change: Change;
  content: Content;
  problem: Problem | null;
  edit: (part: Partial<Content>) => void;
}

/** Writing lines: what follows from them is worked out at once, before anything is saved. */
export function BuildEdit({ change, content, problem, edit }: EditProps) {
  const devices = content.targets.map((t) => t.device);
  const [chosen, setPicked] = useState(devices[0]);
  const picked = chosen && devices.includes(chosen) ? chosen : devices[0];
  const lines = content.targets.find((t) => t.device === picked)?.lines ?? "";
  const settled = useDeferredValue(lines);
  const preview = useQuery({
    queryKey: ["preview", picked, settled],
    queryFn: () => api.post<Build>("/api/changes/preview", { device: picked, lines: settled }),
    enabled: !!picked,
    placeholderData: (old) => (old?.device === picked ? old : undefined),
  });
  const unproven = preview.data && !preview.data.proven && preview.data.script.length > 0;
  const undoError = problem?.at("undoAccepted")[0]?.message;

  if (!picked) {
    return (
      <p className="empty">
        No device is chosen yet.{" "}
        <Link to={`/changes/${change.number}/describe`}>Choose devices on the rung Describe.</Link>
      </p>
    );
  }
  return (
    <>
      <DeviceTabs change={change} devices={devices} picked={picked} pick={setPicked} />
      {problem?.at("targets").map((e) => (
        <p key={e.message} className="harm" role="alert">
          {e.message}
        </p>
      ))}
      <LinesEditor
        key={picked}
        device={picked}
        value={lines}
        complaints={preview.data?.complaints ?? []}
        onChange={(text) =>
          edit({ targets: content.targets.map((t) => (t.device === picked ? { ...t, lines: text } : t)) })
        }
      />
      <div className="mt-3">
        {preview.error && <ErrorBlock error={preview.error} />}
        {preview.data ? <BuildViews build={preview.data} /> : !preview.error && <Loading />}
      </div>
      {(unproven || content.undoAccepted || undoError) && (
        <Form.Check
          className="mt-2"
          id="undo-accepted"
          label="I accept that the way back can't be proven for every device."
          checked={content.undoAccepted}
          isInvalid={!!undoError}
          feedback={undoError}
          feedbackType="invalid"
          onChange={(e) => edit({ undoAccepted: e.target.checked })}
        />
      )}
      <ChecksEditor checks={content.checks} device={picked} problem={problem} onChange={(checks) => edit({ checks })} />
    </>
  );
}

/** The same, as everybody else sees it. */
export function BuildReview({ change }: { change: Change }) {
  const devices = change.targets.map((t) => t.device);
  const [chosen, setPicked] = useState(devices[0]);
  const picked = chosen ?? devices[0];
  const build = useBuild(change.number, picked, change.version);
  if (!picked) {
    return <p className="empty">No device is chosen yet.</p>;
  }
  return (
    <>
      <DeviceTabs change={change} devices={devices} picked={picked} pick={setPicked} />
      {build.error && <ErrorBlock error={build.error} />}
      {build.data ? <BuildViews build={build.data} /> : !build.error && <Loading />}
      {build.data?.complaints.map((c) => (
        <p key={c.line} className="harm">
          line {c.line}: {c.reason}
        </p>
      ))}
      <h2 className="mt-4">Checks</h2>
      {change.checks.length === 0 ? (
        <p>No checks: only the reading back decides whether the change worked.</p>
      ) : (
        <table className="table">
          <thead>
            <tr>
              <th>What is looked at</th>
              <th>Expected afterwards</th>
              <th>Given time</th>
            </tr>
          </thead>
          <tbody>
            {change.checks.map((c, i) => (
              <tr key={i}>
                <td>{c.title}</td>
                <td>
                  {expectations[c.expectation].word} <span className="mono">{c.value}</span>
                </td>
                <td>{c.settleSeconds} s</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="soft mt-2">When anything fails, everything that was pushed is undone, the last device first.</p>
    </>
  );
}
