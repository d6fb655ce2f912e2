import type { Change } from "../api/types";

/** The checks of a change as everybody else sees them. */
export function ChecksReview({ change }: { change: Change }) {
  return (
    <>
      <h2 className="mt-4">Checks</h2>
      {change.basicLeftOut.length > 0 && change.targets.length > 0 && (
        <p className="attention">
          The author left out what is looked at in every change: {change.basicLeftOut.join(", ")}.
        </p>
      )}
      {change.checks.length === 0 ? (
        <p>No checks: only the reading back decides whether the change worked.</p>
      ) : (
        <table className="table">
          <thead>
            <tr>
              <th>What is looked at</th>
              <th>Expected afterwards</th>
              <th>Where</th>
              <th>Given time</th>
            </tr>
          </thead>
          <tbody>
            {change.checks.map((c, i) => (
              <tr key={i}>
                <td>
                  {c.title}
                  {c.service && <span className="soft"> · a service near the change</span>}
                </td>
                <td>{c.expected}</td>
                <td className="mono">
                  {c.definition.devices.length === 0 ? "all devices" : c.definition.devices.join(", ")}
                </td>
                <td>
                  {c.definition.settleSeconds} s
                  {c.stays > 0 && (
                    <>
                      , then stays so for {c.stays} s
                      {c.staysBecause && <span className="soft"> · {c.staysBecause}</span>}
                    </>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
