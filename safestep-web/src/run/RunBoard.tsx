import { Fragment, memo, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import type { Change, Phase, Run, RunDevice } from "../api/types";
import { Glyph } from "../ui/Glyph";
import { Block } from "../ui/Messages";
import { clockSeconds, dayAndTime } from "../ui/time";
import { phaseWords } from "../ui/words";
import { cellOf, failureOf, foldedWaves, nowWords, phasesOf, stepOf, undoCell } from "./board";
import { DeviceControls } from "./DeviceControls";
import { HoldPanel } from "./HoldPanel";
import { CheckMatrix } from "./CheckMatrix";
import { PauseButton } from "./PauseButton";
import { Questions } from "./Questions";
import { Rollbacks } from "./Rollbacks";
import { Checks, Says } from "./RunDetail";
import { StopButton } from "./StopButton";
import { StuckPanel } from "./StuckPanel";
import { TimeBar } from "./TimeBar";
import { useRunLines } from "./useRunLines";

/** The board of a run: devices in waves down the side, phases across, the device's own words below. */
export function RunBoard({ change, run }: { change: Change; run: Run }) {
  const { lines, connected } = useRunLines(run.id, change.number);
  const [chosen, setPicked] = useState<string | null>(null);
  const [view, setView] = useState<"devices" | "checks">("devices");
  const ended = run.endedAt !== null;
  const phases = useMemo(() => phasesOf(run), [run]);
  const notes = useMemo(() => {
    const last = new Map<string, string>();
    lines.forEach((l) => l.device && l.kind === "NOTE" && !l.phase && last.set(l.device, l.text));
    return last;
  }, [lines]);
  // Without a choice of the person the board follows the run to the device that something happens on.
  const latest = lines.findLast((l) => l.device)?.device;
  const failing = run.devices.find((d) => failureOf(d) || d.board.undo === "FAILED")?.name;
  const picked = run.devices.find((d) => d.name === (chosen ?? failing ?? latest)) ?? run.devices[0];
  const undoing = run.devices.some((d) => undoCell(d));
  const done = useMemo(() => foldedWaves(run), [run]);
  const [unfolded, unfold] = useState<number[]>([]);
  const allFolded = run.waves.every((w) => done.has(w.number) && !unfolded.includes(w.number));
  const toggle = (wave: number) =>
    unfold(unfolded.includes(wave) ? unfolded.filter((w) => w !== wave) : [...unfolded, wave]);

  return (
    <>
      <div className="head">
        <h2 className="fs-5 mb-0">{run.headline}</h2>
        <div className="actions">
          {!ended && <PauseButton run={run} change={change} />}
          {!ended && <StopButton run={run} change={change} />}
        </div>
      </div>
      <p className="soft mb-1">
        run {run.id} · started by {run.startedBy} {dayAndTime(run.startedAt)}
        {run.endedAt
          ? ` · ended ${clockSeconds(run.endedAt)}`
          : " · this page can be left, the inbox says when it needs you"}
        {run.stopRequestedBy && ` · ${run.stopRequestedBy} asked to stop and roll back`}
        {!connected && !ended && " · connection lost, trying again"}
      </p>
      {!ended && !run.attended && (
        <Block>
          No process of Safe Step drives this run at the moment. What is shown as going on may have been broken off; how
          far it came is not known. It is taken up by itself, by looking at the devices first.
        </Block>
      )}
      <Questions run={run} change={change} />
      <HoldPanel run={run} change={change} />
      {run.state === "STUCK" && <StuckPanel run={run} change={change} />}
      <TimeBar run={run} />
      <div className="tabs" role="tablist" aria-label="Views of the run">
        <button type="button" role="tab" aria-selected={view === "devices"} onClick={() => setView("devices")}>
          Devices
        </button>
        <button type="button" role="tab" aria-selected={view === "checks"} onClick={() => setView("checks")}>
          Checks
        </button>
      </div>
      {view === "checks" && <CheckMatrix run={run} />}
      {view === "devices" && (
        <table className={`table board${allFolded ? " folded" : ""}`}>
          <thead>
            <tr>
              <th>Device</th>
              {phases.map((p) => (
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
                    <td colSpan={phases.length + (undoing ? 3 : 2)}>
                      {waveWords(run, device.wave)}
                      {done.has(device.wave) && (
                        <>
                          {" · all done "}
                          <Button variant="link" size="sm" onClick={() => toggle(device.wave)}>
                            {unfolded.includes(device.wave) ? "Fold" : "Show its devices"}
                          </Button>
                        </>
                      )}
                    </td>
                  </tr>
                )}
                {(!done.has(device.wave) || unfolded.includes(device.wave)) && (
                  <BoardRow
                    device={device}
                    phases={phases}
                    ended={ended}
                    undoing={undoing}
                    picked={device.name === picked?.name}
                    lastNote={notes.get(device.name)}
                    pick={setPicked}
                  />
                )}
              </Fragment>
            ))}
          </tbody>
        </table>
      )}
      {view === "devices" && picked && (
        <div className="run-cols">
          <div>
            {!run.hold?.devices.includes(picked.name) && <DeviceControls run={run} device={picked} change={change} />}
            <Checks run={run} device={picked} />
          </div>
          <Says device={picked.name} lines={lines} />
        </div>
      )}
      <Rollbacks run={run} />
    </>
  );
}

function waveWords(run: Run, number: number): string {
  const why = run.waves.find((w) => w.number === number)?.why;
  return why ? `Wave ${number} · ${why}` : `Wave ${number}`;
}

interface RowProps {
  device: RunDevice;
  phases: Phase[];
  ended: boolean;
  undoing: boolean;
  picked: boolean;
  lastNote: string | undefined;
  pick: (device: string) => void;
}

/** Drawn anew only when something has changed in it: a board may have hundreds of rows. */
const BoardRow = memo(function BoardRow({ device, phases, ended, undoing, picked, lastNote, pick }: RowProps) {
  const undo = undoCell(device);
  return (
    <tr className={picked ? "picked" : ""}>
      <td>
        <button type="button" className="device" aria-pressed={picked} onClick={() => pick(device.name)}>
          {device.name}
        </button>
      </td>
      {phases.map((phase) => {
        const cell = cellOf(device, phase, ended);
        const words = stepOf(device, phase)?.words;
        return (
          <td key={phase} className="phase">
            <Glyph shape={cell.shape} label={`${phaseWords[phase]}: ${cell.word}${words ? `, ${words}` : ""}`} />
          </td>
        );
      })}
      {undoing && <td className="phase">{undo && <Glyph shape={undo.shape} label={undo.word} />}</td>}
      <td>{nowWords(device, lastNote)}</td>
    </tr>
  );
});
