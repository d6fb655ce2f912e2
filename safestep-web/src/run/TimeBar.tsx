import type { Run } from "../api/types";
import { clock, duration } from "../ui/time";
import { useNow } from "../ui/useNow";

/** From the start of the run to the end of the window: what has passed, the estimate, the turn-back point. */
export function TimeBar({ run }: { run: Run }) {
  const now = useNow(1_000);
  const start = new Date(run.startedAt).getTime();
  const close = new Date(run.windowClosesAt).getTime();
  const current = run.endedAt ? new Date(run.endedAt).getTime() : now.getTime();
  const estimate = new Date(run.estimatedEnd).getTime();
  const turnBack = new Date(run.turnBackAt).getTime();
  // A short run in a long window would be a speck: time is drawn by its square root.
  const at = (moment: number) => {
    const share = Math.min(1, Math.max(0, (moment - start) / (close - start)));
    return Math.sqrt(share) * 86;
  };
  const left = (estimate - current) / 1000;
  const ahead = Math.max(at(current), at(estimate));
  const closing = run.freeze ? `freeze ${run.freeze}` : "closes";
  return (
    <div className="time-bar" role="img" aria-label={`Turn back by ${clock(turnBack)}, ${closing} ${clock(close)}`}>
      <div className="label" style={{ left: 0 }}>
        {clock(start)} started
      </div>
      <div className="part past" style={{ left: 0, width: `${at(current)}%` }} />
      {!run.endedAt && (
        <div className="part ahead" style={{ left: `${at(current)}%`, width: `${ahead - at(current)}%` }} />
      )}
      <div className="label low" style={{ left: `${Math.max(0, at(current) - 1)}%` }}>
        <b>{clock(current)}</b> {nowLabel(run, left)}
      </div>
      <div className="part free" style={{ left: `${ahead}%`, width: `${at(turnBack) - ahead}%` }} />
      <div className="part back" style={{ left: `${at(turnBack)}%`, width: `${86 - at(turnBack)}%` }} />
      <div className="tick" style={{ left: `${at(turnBack)}%` }} />
      <div className="label" style={{ right: `${100 - at(turnBack)}%`, marginRight: 6 }}>
        turn back by {clock(turnBack)}
      </div>
      <div className="label" style={{ left: "87%", top: 18 }}>
        {closing} {clock(close)}
      </div>
    </div>
  );
}

function nowLabel(run: Run, left: number): string {
  if (run.endedAt) {
    return "ended";
  }
  if (run.state === "ROLLING_BACK") {
    return "on the way back";
  }
  if (run.hold) {
    return "waits for a person";
  }
  return left > 0 ? `at most ${duration(left)} to go` : "longer than estimated";
}
