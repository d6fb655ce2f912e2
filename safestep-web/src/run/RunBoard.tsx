import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Fragment, useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { api } from "../api/client";
import type { Change, Run, RunDevice, RunLine } from "../api/types";
import { useMay } from "../session/session";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock } from "../ui/Messages";
import { clock, clockSeconds, dayAndTime } from "../ui/time";
import { count, expectations, phaseWords } from "../ui/words";
import { cellOf, checkCell, forward, headline, nowWords, stepOf, undoCell } from "./board";
import { TimeBar } from "./TimeBar";
import { useRunLines } from "./useRunLines";

/** The board of a run: devices in waves down the side, phases across, the device's own words below. */
export function RunBoard({ change, run }: { change: Change; run: Run }) {
  const { lines, connected } = useRunLines(run.id, change.number);
  const [chosen, setPicked] = useState<string | null>(null);
  const ended = run.endedAt !== null;
  // Without a choice of the person the board follows the run to the device that something happens on.
  const latest = lines.findLast((l) => l.device)?.device;
  const failing = ended ? run.devices.find((d) => d.steps.some((s) => s.state === "FAILED"))?.name : undefined;
  const picked = run.devices.find((d) => d.name === (chosen ?? failing ?? latest)) ?? run.devices[0];
  const undoing = run.devices.some((d) => undoCell(d));

  return (
    <>
      <div className="head">
        <h2 className="fs-5 mb-0">{headline(run)}</h2>
        <div className="actions">{!ended && <StopButton run={run} change={change} />}</div>
      </div>
      <p className="soft mb-1">
        run {run.id} · started by {run.startedBy} {dayAndTime(run.startedAt)}
        {run.endedAt ? ` · ended ${clockSeconds(run.endedAt)}` : " · this page can be left"}
        {run.stopRequestedBy && ` · ${run.stopRequestedBy} asked to stop and roll back`}
        {!connected && !ended && " · connection lost, trying again"}
      </p>
      {!ended && !run.attended && (
        <Block>
          No process of Safe Step drives this run at the moment. What is shown as going on may have been broken off; how
          far it came is not known. It is taken up by itself, by looking at the devices first.
        </Block>
      )}
      <TimeBar run={run} />
      <table className="table board">
        <thead>
          <tr>
            <th>Device</th>
            {forward.map((p) => (
              <th key={p} className="phase">
                {phaseWords[p]}
              </th>
            ))}
            {undoing && <th className="phase">Undo</th>}
            <th>Now</th>
          </tr>
        </thead>
        <tbody>
          {run.devices.map((device, i) => (
            <Fragment key={device.id}>
              {device.wave !== run.devices[i - 1]?.wave && (
                <tr className="wave">
                  <td colSpan={forward.length + (undoing ? 3 : 2)}>Wave {device.wave}</td>
                </tr>
              )}
              <BoardRow
                device={device}
                ended={ended}
                undoing={undoing}
                picked={device.name === picked?.name}
                lastNote={lines.findLast((l) => l.device === device.name && l.kind === "NOTE")?.text}
                pick={() => setPicked(device.name)}
              />
            </Fragment>
          ))}
        </tbody>
      </table>
      {picked && (
        <div className="run-cols">
          <Checks device={picked} />
          <Says device={picked.name} lines={lines} />
        </div>
      )}
    </>
  );
}

interface RowProps {
  device: RunDevice;
  ended: boolean;
  undoing: boolean;
  picked: boolean;
  lastNote: string | undefined;
  pick: () => void;
}

function BoardRow({ device, ended, undoing, picked, lastNote, pick }: RowProps) {
  const undo = undoCell(device);
  return (
    <tr className={picked ? "picked" : ""}>
      <td>
        <button type="button" className="device" aria-pressed={picked} onClick={pick}>
          {device.name}
        </button>
      </td>
      {forward.map((phase) => {
        const cell = cellOf(device, phase, ended);
        const words = stepOf(device, phase)?.words;
        return (
          <td key={phase} className="phase">
            <Glyph shape={cell.shape} label={`${phaseWords[phase]}: ${cell.word}${words ? `, ${words}` : ""}`} />
          </td>
        );
      })}
      {undoing && <td className="phase">{undo && <Glyph shape={undo.shape} label={undo.word} />}</td>}
      <td>{nowWords(device, ended, lastNote)}</td>
    </tr>
  );
}

function Checks({ device }: { device: RunDevice }) {
  return (
    <section aria-label={`Checks on ${device.name}`}>
      <h3>Checks on {device.name}</h3>
      {device.checks.length === 0 && <p className="empty">No checks were chosen.</p>}
      {device.checks.length > 0 && (
        <table className="table">
          <thead>
            <tr>
              <th>Check</th>
              <th>Before</th>
              <th>Expected</th>
              <th>After</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {device.checks.map((c, i) => {
              const cell = checkCell(c, stepOf(device, "CHECK_AFTER")?.state === "GOING");
              return (
                <tr key={i}>
                  <td>{c.title}</td>
                  <td className="mono">{c.before}</td>
                  <td>
                    {expectations[c.expectation].word} <span className="mono">{c.value}</span>
                  </td>
                  <td className="mono">
                    {c.afterPassed === false ? c.afterWords : c.after}
                    {c.attempts > 1 && <span className="soft"> ({count(c.attempts, "look")})</span>}
                    {c.undone !== null && <div className="soft">after the undo: {c.undone}</div>}
                  </td>
                  <td>
                    <Glyph shape={cell.shape} label={cell.word} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {device.holds && (
        <p className="mt-2 mb-0">
          Last read, {device.name} {device.holds}.
        </p>
      )}
      {device.beforeHash && (
        <p className="soft mb-0">
          Backup before <span className="mono">{device.beforeHash.slice(0, 8)}</span>
          {device.afterHash && (
            <>
              , after <span className="mono">{device.afterHash.slice(0, 8)}</span>
            </>
          )}
        </p>
      )}
    </section>
  );
}

/** What a device hears and says; follows the newest line unless somebody has scrolled up. */
function Says({ device, lines }: { device: string; lines: RunLine[] }) {
  const box = useRef<HTMLDivElement>(null);
  const follow = useRef(true);
  const own = lines.filter((l) => l.device === device || l.device === null);
  useEffect(() => {
    if (follow.current && box.current) {
      box.current.scrollTop = box.current.scrollHeight;
    }
  }, [own.length, device]);
  return (
    <section aria-label={`What ${device} says`}>
      <h3>What {device} says</h3>
      <div
        className="says"
        ref={box}
        tabIndex={0}
        role="log"
        aria-live="off"
        aria-label={`Log of ${device}`}
        onScroll={(e) => {
          const el = e.currentTarget;
          follow.current = el.scrollHeight - el.scrollTop - el.clientHeight < 30;
        }}
      >
        {own.length === 0 && <span className="soft">Nothing yet.</span>}
        {own.map((l) => (
          <div key={l.id}>
            <time dateTime={l.at}>{clockSeconds(l.at)}</time>
            {l.kind === "NOTE" && <span className="note">{l.text}</span>}
            {l.kind === "SENT" && `> ${l.text}`}
            {l.kind === "HEARD" && <span className="heard">{l.text}</span>}
          </div>
        ))}
      </div>
    </section>
  );
}

function StopButton({ run, change }: { run: Run; change: Change }) {
  const mayRun = useMay("RUN_CHANGES");
  const [asking, setAsking] = useState(false);
  const client = useQueryClient();
  const stop = useMutation({
    mutationFn: () => api.post<Run>(`/api/runs/${run.id}/stop`),
    onSuccess: () => setAsking(false),
    onSettled: () => client.invalidateQueries({ queryKey: ["change", String(change.number)] }),
  });
  if (!mayRun) {
    return null;
  }
  const written = run.devices.filter((d) => stepOf(d, "PUSH")).map((d) => d.name);
  return (
    <>
      <Button
        variant="danger"
        disabled={!!run.stopRequestedBy || run.state === "ROLLING_BACK"}
        onClick={() => setAsking(true)}
      >
        {run.state === "ROLLING_BACK" || run.stopRequestedBy ? "Rolling back …" : "Stop and roll back"}
      </Button>
      <Modal show={asking} onHide={() => setAsking(false)} aria-labelledby="stop-title">
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="stop-title">
            Stop and roll back {change.subject}?
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {stop.error && <ErrorBlock error={stop.error} />}
          <p className="mb-2">The run stops before its next command.</p>
          {written.length === 0 ? (
            <p className="mb-0">Nothing was written to any device yet, so nothing has to be undone.</p>
          ) : (
            <p className="mb-0">
              {written.length === 1
                ? "One device was written to so far and will be undone"
                : `${written.length} devices were written to so far and will be undone, the last one first`}
              : <span className="mono">{written.slice().reverse().join(", ")}</span>. There is time for that until{" "}
              {clock(run.turnBackAt)}.
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={() => setAsking(false)}>
            Let it go on
          </Button>
          <Button variant="danger" autoFocus disabled={stop.isPending} onClick={() => stop.mutate()}>
            Stop and roll back
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}
