import type { Run } from "../api/types";
import { Glyph } from "../ui/Glyph";
import { clockSeconds } from "../ui/time";

/** Each time that something was taken back: why, what, and what came of it. */
export function Rollbacks({ run }: { run: Run }) {
  if (run.rollbacks.length === 0) {
    return null;
  }
  return (
    <section aria-label="Rollbacks" className="mt-3">
      <h3>{run.rollbacks.length === 1 ? "Rollback" : "Rollbacks"}</h3>
      <table className="table">
        <thead>
          <tr>
            <th>Begun</th>
            <th>Because of</th>
            <th>Devices</th>
            <th>What came of it</th>
          </tr>
        </thead>
        <tbody>
          {run.rollbacks.map((r) => (
            <tr key={r.number}>
              <td className="mono">{clockSeconds(r.begunAt)}</td>
              <td>{r.words}</td>
              <td className="mono">{r.whole ? "everything that was written" : r.devices.join(", ")}</td>
              <td>
                <Glyph shape={r.state === null ? "going" : r.state === "STUCK" ? "failed" : "undone"} small />{" "}
                {r.verdict ?? "going on"}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
